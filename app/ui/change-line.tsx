import { Pressable } from 'react-native';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Aside, Body } from './type';

/** What is chosen, and the way to choose something else. */
export function ChangeLine({ label, value, onPress }: { label: string; value: string; onPress: () => void }) {
  const { quench, rule } = useTokens();
  return (
    <Pressable
      role="button"
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        minHeight: TARGET,
        gap: SPACE.small,
        borderBottomWidth: 1,
        borderColor: rule,
      }}
    >
      <Aside style={{ width: 84 }}>{label}</Aside>
      <Body style={{ flex: 1 }}>{value}</Body>
      <Aside style={{ color: quench }}>change</Aside>
    </Pressable>
  );
}
