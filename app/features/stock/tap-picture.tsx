import type { Point } from '@keen-anvil/core/geometry';
import { useState } from 'react';
import { Image, View, type GestureResponderEvent } from 'react-native';
import Svg, { Circle, Polygon } from 'react-native-svg';
import { useTokens } from '../../ui/theme';

interface TapPictureProps {
  label: string;
  uri: string;
  width: number;
  height: number;
  marks: readonly Point[];
  outline?: readonly Point[];
  onTap: (at: Point) => void;
}

/** A picture that is tapped; places are in its own pixels. */
export function TapPicture({ label, uri, width, height, marks, outline, onTap }: TapPictureProps) {
  const { card, ember } = useTokens();
  const [shown, setShown] = useState(0);
  const scale = shown > 0 ? width / shown : 1;
  const tap = (event: GestureResponderEvent) => {
    const frame = (event.currentTarget as unknown as Element).getBoundingClientRect();
    const { clientX, clientY } = event.nativeEvent as unknown as MouseEvent;
    onTap({ x: (clientX - frame.left) * scale, y: (clientY - frame.top) * scale });
  };
  return (
    <View
      role="button"
      aria-label={label}
      {...{ onClick: tap }}
      onLayout={({ nativeEvent }) => setShown(nativeEvent.layout.width)}
      style={{ width: '100%', aspectRatio: width / height }}
    >
      <Image source={{ uri }} accessibilityLabel={label} style={{ width: '100%', height: '100%' }} />
      <View pointerEvents="none" style={{ position: 'absolute', top: 0, left: 0, right: 0, bottom: 0 }}>
        <Svg width="100%" height="100%" viewBox={`0 0 ${width} ${height}`}>
          {outline ? (
            <Polygon
              testID="found-outline"
              points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
              fill={ember}
              fillOpacity={0.2}
              stroke={ember}
              strokeWidth={2.5 * scale}
            />
          ) : null}
          {marks.map(({ x, y }, i) => (
            <Circle key={i} cx={x} cy={y} r={7 * scale} fill={card} stroke={ember} strokeWidth={3 * scale} />
          ))}
        </Svg>
      </View>
    </View>
  );
}
