import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { useRef, useState } from 'react';
import { Image, View } from 'react-native';
import { useTokens } from '../../ui/theme';

interface DragPictureProps {
  uri: string;
  label: string;
  /** What it shows, in mm. */
  box: Bounds;
  /** How far something was dragged since it was told last, in mm. */
  onMove: (by: Point) => void;
}

/** A picture in which something is dragged to its place. */
export function DragPicture({ uri, label, box, onMove }: DragPictureProps) {
  const { rule } = useTokens();
  const [width, setWidth] = useState(0);
  const last = useRef<Point | null>(null);
  const [across, down] = [box.maxX - box.minX, box.maxY - box.minY];
  const hand = {
    onPointerDown: (event: PointerEvent) => {
      (event.currentTarget as Element).setPointerCapture?.(event.pointerId);
      last.current = { x: event.clientX, y: event.clientY };
    },
    onPointerMove: (event: PointerEvent) => {
      if (!last.current || !width) return;
      const perPx = across / width;
      onMove({ x: (event.clientX - last.current.x) * perPx, y: (event.clientY - last.current.y) * perPx });
      last.current = { x: event.clientX, y: event.clientY };
    },
    onPointerUp: () => (last.current = null),
    onPointerCancel: () => (last.current = null),
  };
  return (
    <View
      testID="mockup"
      {...(hand as object)}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={[
        {
          width: '100%',
          aspectRatio: across / down,
          borderWidth: 1,
          borderColor: rule,
          borderRadius: 3,
          overflow: 'hidden',
        },
        { touchAction: 'none', cursor: 'grab' } as object,
      ]}
    >
      <Image
        source={{ uri }}
        accessibilityLabel={label}
        style={[{ width: '100%', height: '100%' }, { pointerEvents: 'none' } as object]}
      />
    </View>
  );
}
