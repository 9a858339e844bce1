import { Button } from './elements';
import { View } from 'react-native';
import { Leaf } from './leaf';
import { useTokens } from './theme';
import { SPACE } from './tokens';
import { Body, Strong } from './type';

interface StaleChoiceProps {
  what: string;
  theirs: string;
  yours: string;
  isWriting: boolean;
  onKeepTheirs: () => void;
  onWriteMine: () => void;
}

/** Somebody else was quicker: both versions, and the maker's choice. */
export function StaleChoice({ what, theirs, yours, isWriting, onKeepTheirs, onWriteMine }: StaleChoiceProps) {
  const { ember } = useTokens();
  return (
    <Leaf edge={ember} testID="stale">
      <Strong>Somebody changed {what} in the meantime.</Strong>
      <Body>Theirs: {theirs}</Body>
      <Body>Yours: {yours}</Body>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button title="Keep theirs" type="outline" containerStyle={{ flex: 1 }} onPress={onKeepTheirs} />
        <Button title="Write mine" containerStyle={{ flex: 1 }} loading={isWriting} onPress={onWriteMine} />
      </View>
    </Leaf>
  );
}
