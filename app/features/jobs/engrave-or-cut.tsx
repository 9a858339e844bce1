import type { ProcessName } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Strong } from '../../ui/type';

/** Filled shapes on what is engraved as often as cut: nothing is guessed. */
export function EngraveOrCut({ onChoose }: { onChoose: (process: ProcessName) => void }) {
  const { ember } = useTokens();
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
          onPress={() => onChoose('laser-area')}
        />
        <Button
          title="Cut them out"
          type="outline"
          containerStyle={{ flex: 1 }}
          onPress={() => onChoose('laser-cut')}
        />
      </View>
    </View>
  );
}
