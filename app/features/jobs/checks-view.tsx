import type { Finding } from '@keen-anvil/core/preflight';
import { Pressable, View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import type { InspectedStep } from './use-inspections';

interface ChecksViewProps {
  steps: InspectedStep[];
  onShow: (stepId: string, finding: Finding) => void;
}

/** What the checks found in every step; each finding shows its place on the sheet. */
export function ChecksView({ steps, onShow }: ChecksViewProps) {
  const { moss, ember, rust } = useTokens();
  return (
    <View style={{ gap: SPACE.base }}>
      {steps
        .filter(({ step }) => !step.isSkipped)
        .map(({ step, bed, inspection }) => (
          <View key={step.id} style={{ gap: SPACE.small }}>
            <Strong>
              Step {step.position + 1}: {bed?.material.name ?? 'no material yet'}
            </Strong>
            {!bed ? <Aside>The checks begin once the material is chosen.</Aside> : null}
            {bed && !step.match.recipe ? <FindingLeaf edge={rust} title="There is no recipe for this step." mend="Take the nearest one as bare, or set the numbers yourself." /> : null}
            {inspection.isFetching ? <Aside>Checking …</Aside> : null}
            {inspection.isError ? <Body style={{ color: rust }}>{inspection.error.message}</Body> : null}
            {inspection.data?.findings.map((finding) => (
              <FindingLeaf key={finding.code} edge={finding.severity === 'stop' ? rust : ember} title={finding.message} mend={finding.mend} onPress={finding.places.length ? () => onShow(step.id, finding) : undefined} isStop={finding.severity === 'stop'} />
            ))}
            {inspection.data && !inspection.isPlaceholderData && inspection.data.findings.length === 0 && step.match.recipe ? <Body style={{ color: moss }}>Nothing stands in its way.</Body> : null}
          </View>
        ))}
    </View>
  );
}

function FindingLeaf({ edge, title, mend, onPress, isStop }: { edge: string; title: string; mend: string; onPress?: () => void; isStop?: boolean }) {
  const { quench } = useTokens();
  const leaf = (
    <Leaf edge={edge} testID="finding">
      <Strong style={{ color: edge }}>{isStop ? 'Has to be put right' : 'Look at this'}</Strong>
      <Body>{title}</Body>
      <Aside>{mend}</Aside>
      {onPress ? <Aside style={{ color: quench }}>Show me where</Aside> : null}
    </Leaf>
  );
  if (!onPress) return leaf;
  return (
    <Pressable role="button" aria-label={`Show where: ${title}`} onPress={onPress}>
      {leaf}
    </Pressable>
  );
}
