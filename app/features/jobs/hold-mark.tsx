import type { StepView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';

/** The stop between two steps, as it stands in the ladder; steps on one sheet are bound together. */
export function HoldMark({ step }: { step: StepView }) {
  const { ember, quench } = useTokens();
  const bound = step.keepsSheet ? (
    <View
      testID="bound"
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, marginVertical: -SPACE.hair }}
    >
      <View style={{ width: 5, height: 34, marginLeft: SPACE.base, backgroundColor: quench }} />
      <Strong style={{ color: quench }}>Do not lift the sheet</Strong>
    </View>
  ) : null;
  if (!step.hold) return bound;
  return (
    <>
      <View testID="hold" style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
        <View style={{ width: 18, height: 3, backgroundColor: ember }} />
        <Strong style={{ color: ember }}>Hold</Strong>
        <Body style={{ flexShrink: 1 }}>{step.hold}</Body>
        <View style={{ flex: 1, minWidth: 12, height: 3, backgroundColor: ember }} />
      </View>
      {bound}
    </>
  );
}
