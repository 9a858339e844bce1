import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';

/** Where each list was left, so that coming back finds it there. */
const places = new Map<string, number>();

interface LongListProps<T> {
  items: readonly T[];
  keyOf: (item: T) => string;
  renderItem: (item: T, index: number) => ReactNode;
  /** About how tall a row is, in px, until it has been measured. */
  rowPx: number;
  gapPx?: number;
  edgePx?: number;
  header?: ReactNode;
  /** What the list shows: another one begins at its top, the same one where it was left. */
  place: string;
  /** The row to keep in sight. */
  current?: number;
  testID?: string;
  /** Called when the end comes near. */
  onNearEnd?: () => void;
}

const NEAR_END_ROWS = 12;
const OVERSCAN = 3;

/** A list of any length of which only the rows in sight are in the page. Rows may be of any height. */
export function LongList<T>({
  items,
  keyOf,
  renderItem,
  rowPx,
  gapPx = 0,
  edgePx = 0,
  header,
  place,
  current,
  testID,
  onNearEnd,
}: LongListProps<T>) {
  const scroller = useRef<HTMLDivElement>(null);
  const [headPx, setHeadPx] = useState(0);
  // The virtualizer is made anew with every render; nothing below is memoized over it.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtualizer = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    getItemKey: (index) => keyOf(items[index]),
    gap: gapPx,
    overscan: OVERSCAN,
    scrollMargin: headPx,
    initialOffset: () => places.get(place) ?? 0,
  });
  const rows = virtualizer.getVirtualItems();
  const last = rows[rows.length - 1]?.index ?? -1;
  useEffect(() => {
    if (items.length > 0 && last >= items.length - NEAR_END_ROWS) onNearEnd?.();
  }, [last, items.length, onNearEnd]);
  useEffect(() => {
    if (current !== undefined) virtualizer.scrollToIndex(current, { align: 'auto' });
    // Only where one moved to another row.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [current]);
  return (
    <div
      ref={scroller}
      data-testid={testID}
      onScroll={(event) => places.set(place, event.currentTarget.scrollTop)}
      style={{ flex: 1, minHeight: 0, overflowY: 'auto', padding: edgePx, boxSizing: 'border-box' }}
    >
      <View onLayout={(event) => setHeadPx(event.nativeEvent.layout.height + edgePx)}>{header}</View>
      <div style={{ height: virtualizer.getTotalSize(), position: 'relative' }}>
        {rows.map((row) => (
          <div
            key={row.key}
            data-index={row.index}
            ref={virtualizer.measureElement}
            style={{
              position: 'absolute',
              top: 0,
              left: 0,
              width: '100%',
              contain: 'content',
              transform: `translateY(${row.start - headPx}px)`,
            }}
          >
            {renderItem(items[row.index], row.index)}
          </div>
        ))}
      </div>
    </div>
  );
}
