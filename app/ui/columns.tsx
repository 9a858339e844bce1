import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE } from './tokens';
import { useWide } from './use-wide';

/** Two columns where there is room for them, one below the other on the phone. */
export function Columns({ first, second }: { first: ReactNode; second: ReactNode }) {
  const isWide = useWide();
  const column = isWide ? { flex: 1, minWidth: 0, gap: SPACE.wide } : { gap: SPACE.wide };
  return (
    <View style={{ flexDirection: isWide ? 'row' : 'column', gap: isWide ? SPACE.broad : SPACE.wide }}>
      <View style={column}>{first}</View>
      <View style={column}>{second}</View>
    </View>
  );
}
