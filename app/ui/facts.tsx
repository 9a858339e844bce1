import { View } from 'react-native';
import { useTokens } from './theme';
import { SPACE } from './tokens';
import { Aside, Body } from './type';

/** What there is to know of a thing, line by line. */
export function Facts({ facts }: { facts: readonly (readonly [label: string, value: string])[] }) {
  const { rule } = useTokens();
  return (
    <View>
      {facts.map(([label, value]) => (
        <View
          key={label}
          style={{
            flexDirection: 'row',
            gap: SPACE.base,
            paddingVertical: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <Aside style={{ flex: 1 }}>{label}</Aside>
          <Body style={{ flex: 1.3 }}>{value}</Body>
        </View>
      ))}
    </View>
  );
}
