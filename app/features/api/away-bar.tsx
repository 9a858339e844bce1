import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Strong } from '../../ui/type';
import { useBookAway } from './book-away';

/** Says over every screen that the book is away, and that nothing has to be done about it. */
export function AwayBar() {
  const { ember, card } = useTokens();
  if (!useBookAway()) return null;
  return (
    <View
      role="status"
      testID="away"
      style={{
        backgroundColor: card,
        borderBottomWidth: 3,
        borderColor: ember,
        padding: SPACE.small,
        paddingHorizontal: SPACE.base,
      }}
    >
      <Strong>The workshop’s book is away for a moment. What you typed is kept, and all goes on by itself.</Strong>
    </View>
  );
}
