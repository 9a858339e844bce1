import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Figure } from '../../ui/type';

/** Our own keys, for the book as a table. */
const KEYS = [
  ['↑ ↓', 'one recipe up or down'],
  ['Page ↑ ↓', 'ten recipes up or down'],
  ['Enter', 'open the recipe'],
  ['d', 'its dial card'],
  ['n', 'nail it to the Bench, or take it off'],
  ['x', 'choose it'],
  ['t', 'take the chosen ones along'],
  ['f', 'find; Escape leaves the field'],
  ['?', 'this list'],
] as const;

/** The keys that the table knows. */
export function Shortcuts({ isOpen, onClose }: { isOpen: boolean; onClose: () => void }) {
  const { rule } = useTokens();
  return (
    <Decision title="Keys" isOpen={isOpen} onClose={onClose}>
      {KEYS.map(([key, does]) => (
        <View
          key={key}
          style={{
            flexDirection: 'row',
            gap: SPACE.wide,
            paddingVertical: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <Figure style={{ width: 110 }}>{key}</Figure>
          <Body style={{ flex: 1 }}>{does}</Body>
        </View>
      ))}
    </Decision>
  );
}
