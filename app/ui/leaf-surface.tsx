import type { PropsWithChildren } from 'react';
import { View, type StyleProp, type ViewStyle } from 'react-native';
import { useTokens } from './theme';
import { SPACE } from './tokens';

/** A leaf of the book: a surface with an inked edge at its left. */
export function Leaf({
  children,
  style,
  edge,
  testID,
}: PropsWithChildren<{ style?: StyleProp<ViewStyle>; edge?: string; testID?: string }>) {
  const { card, rule } = useTokens();
  return (
    <View
      testID={testID}
      style={[
        {
          backgroundColor: card,
          borderWidth: 1,
          borderColor: rule,
          borderLeftWidth: 5,
          borderLeftColor: edge ?? rule,
          borderRadius: 3,
          padding: SPACE.wide,
          gap: SPACE.small,
        },
        style,
      ]}
    >
      {children}
    </View>
  );
}
