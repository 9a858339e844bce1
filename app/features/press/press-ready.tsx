import type { PressingView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { TickLine } from '../../ui/tick-line';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import { useTickPressing } from './queries';

/** What has to be ready before the plate comes down, ticked off where it is. */
export function PressReady({ pressing }: { pressing: PressingView }) {
  const { rust } = useTokens();
  const tick = useTickPressing(pressing.jobId ?? '');
  const ticked = new Set(pressing.ticked);
  if (pressing.preparation.length === 0) return null;
  return (
    <View style={{ gap: 2, paddingTop: SPACE.small }} testID="press-ready">
      <Strong>Before it starts</Strong>
      {pressing.preparation.map(({ id, text, isSafety }) => (
        <TickLine
          key={id}
          text={text}
          isSafety={isSafety}
          isTicked={ticked.has(id)}
          onTick={() => tick.mutate({ id: pressing.id, line: id, isTicked: !ticked.has(id) })}
        />
      ))}
      {tick.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {tick.error.message}
        </Body>
      ) : null}
    </View>
  );
}
