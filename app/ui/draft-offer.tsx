import { View } from 'react-native';
import { TextKey } from './text-key';
import { SPACE } from './tokens';
import { Aside } from './type';

/** Says that what was typed before stands here again, and offers to begin afresh. */
export function DraftOffer({ isBack, onDrop }: { isBack: boolean; onDrop: () => void }) {
  if (!isBack) return null;
  return (
    <View
      testID="draft"
      style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.base }}
    >
      <Aside>What you had typed is here again.</Aside>
      <TextKey title="Begin anew" icon="eraser" onPress={onDrop} />
    </View>
  );
}
