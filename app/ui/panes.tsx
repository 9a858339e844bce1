import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useTokens } from './theme';
import { useWide } from './use-wide';

/**
 * List and detail, side by side where there is room. On the phone only `detail` stands there, and the route without a
 * detail shows the list itself: the router's slot must never be taken away, or the address loses its parameters.
 */
export function Panes({ list, detail }: { list: ReactNode; detail: ReactNode }) {
  const { rule } = useTokens();
  const isWide = useWide();
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      {isWide ? <View style={{ width: 420, borderRightWidth: 1, borderColor: rule }}>{list}</View> : null}
      <View style={{ flex: 1 }}>{detail}</View>
    </View>
  );
}

/** What the route without a detail shows: the list on the phone, a word beside the list on a wide screen. */
export function ListOrHint({ list, hint }: { list: ReactNode; hint: ReactNode }) {
  return useWide() ? hint : list;
}
