import type { Point } from '@keen-anvil/core/geometry';
import { useRef, useState } from 'react';
import { Image, View } from 'react-native';
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
  /** The corners of the outline can be taken into the hand. */
  onMoveCorner?: (i: number, at: Point) => void;
}

const LOUPE = 120;
/** So many times nearer than the picture is. */
const NEARER = 3;
/** A corner is taken by a finger within this, in px of the screen. */
const REACH = 20;

/** A picture that is tapped, with a loupe beside the finger; places are in its own pixels. Where the finger is lifted counts. */
export function TapPicture(props: TapPictureProps) {
  const { label, uri, width, height, marks, outline, onTap, onMoveCorner } = props;
  const { card, ember } = useTokens();
  const [shown, setShown] = useState(0);
  const [finger, setFinger] = useState<Point | null>(null);
  const corner = useRef<number | null>(null);
  const scale = shown > 0 ? width / shown : 1;
  const placeOf = (event: PointerEvent): Point => {
    const frame = (event.currentTarget as Element).getBoundingClientRect();
    return { x: (event.clientX - frame.left) * scale, y: (event.clientY - frame.top) * scale };
  };
  const hand = {
    onPointerDown: (event: PointerEvent) => {
      const at = placeOf(event);
      (event.currentTarget as Element).setPointerCapture?.(event.pointerId);
      const near = onMoveCorner
        ? (outline ?? []).findIndex(({ x, y }) => Math.hypot(x - at.x, y - at.y) < REACH * scale)
        : -1;
      corner.current = near < 0 ? null : near;
      setFinger(at);
    },
    onPointerMove: (event: PointerEvent) => {
      if (!finger) return;
      const at = placeOf(event);
      setFinger(at);
      if (corner.current !== null) onMoveCorner?.(corner.current, at);
    },
    onPointerUp: (event: PointerEvent) => {
      if (!finger) return;
      setFinger(null);
      if (corner.current === null) onTap(placeOf(event));
      corner.current = null;
    },
    onPointerCancel: () => setFinger(null),
  };
  return (
    <View
      role="button"
      aria-label={label}
      {...(hand as object)}
      onLayout={({ nativeEvent }) => setShown(nativeEvent.layout.width)}
      style={[{ width: '100%', aspectRatio: width / height }, { touchAction: 'none', cursor: 'crosshair' } as object]}
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
          {onMoveCorner
            ? outline?.map(({ x, y }, i) => (
                <Circle
                  key={`corner ${i}`}
                  cx={x}
                  cy={y}
                  r={5 * scale}
                  fill={card}
                  stroke={ember}
                  strokeWidth={2 * scale}
                />
              ))
            : null}
          {marks.map(({ x, y }, i) => (
            <Circle
              key={i}
              cx={x}
              cy={y}
              r={7 * scale}
              fill={card}
              fillOpacity={0.5}
              stroke={ember}
              strokeWidth={3 * scale}
            />
          ))}
        </Svg>
      </View>
      {finger && shown > 0 ? (
        <Loupe
          uri={uri}
          at={{ x: finger.x / scale, y: finger.y / scale }}
          width={shown}
          height={(shown * height) / width}
        />
      ) : null}
    </View>
  );
}

/** What lies under the finger, larger, at the other side of the picture. */
function Loupe({ uri, at, width, height }: { uri: string; at: Point; width: number; height: number }) {
  const { card, ember } = useTokens();
  return (
    <View
      pointerEvents="none"
      style={{
        position: 'absolute',
        top: 8,
        ...(at.x > width / 2 ? { left: 8 } : { right: 8 }),
        width: LOUPE,
        height: LOUPE,
        borderRadius: LOUPE / 2,
        borderWidth: 2,
        borderColor: ember,
        backgroundColor: card,
        overflow: 'hidden',
      }}
    >
      <Image
        source={{ uri }}
        style={{
          position: 'absolute',
          width: width * NEARER,
          height: height * NEARER,
          left: LOUPE / 2 - 2 - at.x * NEARER,
          top: LOUPE / 2 - 2 - at.y * NEARER,
        }}
      />
      <Svg width={LOUPE - 4} height={LOUPE - 4} style={{ position: 'absolute' }}>
        <Circle cx={LOUPE / 2 - 2} cy={LOUPE / 2 - 2} r={5} fill="none" stroke={ember} strokeWidth={1.5} />
      </Svg>
    </View>
  );
}
