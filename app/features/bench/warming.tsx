import { formatDuration } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { LinkRow } from '../../ui/link-row';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading, Strong } from '../../ui/type';
import { useServerNow } from '../api/server-clock';
import { useWarmClocks, warmLeft } from '../runs/warm-clocks';

/** What warms up before a run, on whatever device it was started. */
export function Warming() {
  const { moss } = useTokens();
  const clocks = useWarmClocks();
  const now = useServerNow(clocks.length > 0);
  if (clocks.length === 0) return null;
  return (
    <View style={{ gap: SPACE.small }} testID="warming">
      <Heading>Warming up</Heading>
      {clocks.map((clock) => {
        const left = now === null ? null : warmLeft(clock, now);
        return (
          <LinkRow key={clock.name} href={{ pathname: '/jobs/[id]/run', params: { id: clock.jobId } }}>
            <Strong>{clock.text}</Strong>
            <Aside style={left === 0 ? { color: moss } : undefined}>
              {left === null ? '…' : left > 0 ? `${formatDuration(left)} left` : 'Its time is over: tick it off.'}
            </Aside>
          </LinkRow>
        );
      })}
    </View>
  );
}
