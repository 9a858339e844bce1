import type { JobSummary } from '@keen-anvil/contract';
import type { Href } from 'expo-router';
import { View } from 'react-native';
import { LinkPress } from '../../ui/link-press';
import { Swatch } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { JOB_WORDS } from './job-words';

/** A job as a line of a list. */
export function JobRow({ job, href }: { job: JobSummary; href: Href }) {
  const { card, rule, ember, moss } = useTokens();
  const edge = job.state === 'on-hold' || job.state === 'to-score' ? ember : job.state === 'done' ? moss : rule;
  return (
    <LinkPress
      href={href}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.base,
        minHeight: 64,
        padding: SPACE.base,
        backgroundColor: card,
        borderWidth: 1,
        borderLeftWidth: 5,
        borderColor: rule,
        borderLeftColor: edge,
        borderRadius: 3,
      }}
    >
      <View style={{ flex: 1 }}>
        <Strong>{job.name}</Strong>
        <Aside>
          {job.isArchived ? 'put away · ' : ''}
          {JOB_WORDS[job.state]} ·{' '}
          {job.stepCount === 0 ? 'no drawing yet' : job.stepCount === 1 ? '1 step' : `${job.stepCount} steps`} ·{' '}
          {whenSaid(job.updatedAt)}
        </Aside>
      </View>
      <View style={{ flexDirection: 'row', gap: 4 }}>
        {job.colours.slice(0, 4).map((colour) => (
          <Swatch key={colour} colour={colour} size={22} />
        ))}
      </View>
    </LinkPress>
  );
}
