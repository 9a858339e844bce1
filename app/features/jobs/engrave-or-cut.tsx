import type { ProcessName } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Strong } from '../../ui/type';

interface EngraveOrCutProps {
  /** What either comes to in this shop; null for what it cannot do. */
  ways: { engrave: ProcessName | null; cut: ProcessName | null };
  onChoose: (process: ProcessName) => void;
}

/** Filled shapes on what is engraved as often as cut: nothing is guessed. */
export function EngraveOrCut({ ways, onChoose }: EngraveOrCutProps) {
  const { ember } = useTokens();
  const { engrave, cut } = ways;
  return (
    <View
      testID="engrave-or-cut"
      style={{ gap: SPACE.small, borderTopWidth: 2, borderColor: ember, paddingTop: SPACE.small }}
    >
      <Strong>These shapes are drawn filled. Engrave or cut?</Strong>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title="Engrave them"
          type="outline"
          containerStyle={{ flex: 1 }}
          disabled={engrave === null}
          onPress={() => engrave && onChoose(engrave)}
        />
        <Button
          title="Cut them out"
          type="outline"
          containerStyle={{ flex: 1 }}
          disabled={cut === null}
          onPress={() => cut && onChoose(cut)}
        />
      </View>
    </View>
  );
}
