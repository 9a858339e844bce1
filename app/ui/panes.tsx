import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useTokens } from './theme';
import { useWide } from './use-wide';

interface PanesProps {
  list: ReactNode;
  detail: ReactNode;
  /** Whether the address names one thing of the list. */
  isDetail: boolean;
}

/** List and detail: side by side where there is room, one after the other on the phone. */
export function Panes({ list, detail, isDetail }: PanesProps) {
  const { rule } = useTokens();
  const isWide = useWide();
  if (!isWide) return isDetail ? detail : list;
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      <View style={{ width: 420, borderRightWidth: 1, borderColor: rule }}>{list}</View>
      <View style={{ flex: 1 }}>{detail}</View>
    </View>
  );
}
