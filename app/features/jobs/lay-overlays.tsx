import type { Bounds, Point } from '@keen-anvil/core/geometry';
import type { SnapLine } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Rect, Text as SvgText, Use } from 'react-native-svg';
import { rulerMarks } from '../../ui/ruler-marks';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { useUnits } from '../../ui/units';
import { boxOf, middleOf, type LaidThing } from './laid-things';
import { Sheet, Still } from './lay-drawn';
import type { LaySurfaceProps } from './lay-surface-props';
import { onScreen, useLive, type InHand, type LayView, type Live } from './lay-view';
import { handleAt } from './use-lay-hand';

/** The ring round what is chosen, with the handle that turns it. */
export function Ring({
  things,
  view,
  inHand,
}: {
  things: readonly LaidThing[];
  view: Live<LayView>;
  inHand: Live<InHand | null>;
}) {
  const { ember, card } = useTokens();
  const at = useLive(view);
  const now = useLive(inHand);
  const box = boxOf(things);
  const handle = handleAt(at, things);
  if (!box || !handle) return null;
  const middle = onScreen(at, middleOf(box));
  const radius = Math.abs(middle.y - handle.y);
  const by = now ? { x: now.by.x * at.scale, y: now.by.y * at.scale } : { x: 0, y: 0 };
  return (
    <G transform={`translate(${by.x} ${by.y}) rotate(${-(now?.degrees ?? 0)} ${middle.x} ${middle.y})`}>
      <Circle
        cx={middle.x}
        cy={middle.y}
        r={radius}
        fill="none"
        stroke={ember}
        strokeOpacity={0.35}
        strokeWidth={1.5}
      />
      <Circle testID="turn-handle" cx={handle.x} cy={handle.y} r={11} fill={card} stroke={ember} strokeWidth={2.5} />
      {now && now.degrees !== 0 ? (
        <SvgText x={handle.x + 16} y={handle.y + 5} fill={ember} fontSize={14} fontFamily={FONT.number}>
          {`${formatNumber(now.degrees, 1)}°`}
        </SvgText>
      ) : null}
    </G>
  );
}

export function SnapLines({
  lines,
  view,
  width,
  height,
}: {
  lines: Live<SnapLine[]>;
  view: Live<LayView>;
  width: number;
  height: number;
}) {
  const { quench } = useTokens();
  const found = useLive(lines);
  const at = useLive(view);
  return (
    <>
      {found.map(({ axis, at: mm }) => {
        const place = onScreen(at, { x: mm, y: mm });
        return axis === 'x' ? (
          <Line
            key={axis}
            testID="snap"
            x1={place.x}
            x2={place.x}
            y1={0}
            y2={height}
            stroke={quench}
            strokeWidth={1.2}
          />
        ) : (
          <Line
            key={axis}
            testID="snap"
            x1={0}
            x2={width}
            y1={place.y}
            y2={place.y}
            stroke={quench}
            strokeWidth={1.2}
          />
        );
      })}
    </>
  );
}

export function Measured({ points, view }: { points: readonly Point[]; view: Live<LayView> }) {
  const { ember } = useTokens();
  const at = useLive(view);
  const places = points.map((point) => onScreen(at, point));
  return (
    <>
      {places.map(({ x, y }, i) => (
        <G key={i}>
          <Line x1={x - 9} x2={x + 9} y1={y} y2={y} stroke={ember} strokeWidth={1.5} />
          <Line x1={x} x2={x} y1={y - 9} y2={y + 9} stroke={ember} strokeWidth={1.5} />
        </G>
      ))}
      {places.length === 2 ? (
        <Line
          x1={places[0].x}
          y1={places[0].y}
          x2={places[1].x}
          y2={places[1].y}
          stroke={ember}
          strokeWidth={1.5}
          strokeDasharray={[6, 4]}
        />
      ) : null}
    </>
  );
}

/** Rulers along the upper and left edge, in mm. */
export function Rulers({
  view,
  box,
  width,
  height,
}: {
  view: Live<LayView>;
  box: Bounds;
  width: number;
  height: number;
}) {
  const { card, slate } = useTokens();
  const at = useLive(view);
  const { chosen } = useUnits();
  const marks = (low: number, high: number, from: number, to: number) =>
    rulerMarks(Math.max(low, from), Math.min(high, to), at.scale, chosen.length);
  const text = { fill: slate, fontSize: 11, fontFamily: FONT.number };
  return (
    <G>
      <Rect x={0} y={0} width={width} height={20} fill={card} fillOpacity={0.85} />
      <Rect x={0} y={0} width={30} height={height} fill={card} fillOpacity={0.85} />
      {marks(box.minX, box.maxX, (30 - at.x) / at.scale, (width - at.x) / at.scale).map(({ mm, label }) => (
        <G key={mm}>
          <Line x1={at.x + mm * at.scale} x2={at.x + mm * at.scale} y1={15} y2={20} stroke={slate} strokeWidth={1} />
          <SvgText x={at.x + mm * at.scale} y={12} textAnchor="middle" {...text}>
            {label}
          </SvgText>
        </G>
      ))}
      {marks(box.minY, box.maxY, (20 - at.y) / at.scale, (height - at.y) / at.scale).map(({ mm, label }) => (
        <G key={mm}>
          <Line x1={25} x2={30} y1={at.y + mm * at.scale} y2={at.y + mm * at.scale} stroke={slate} strokeWidth={1} />
          <SvgText x={23} y={at.y + mm * at.scale + 4} textAnchor="end" {...text}>
            {mm === 0 ? '0' : label}
          </SvgText>
        </G>
      ))}
    </G>
  );
}

const LOUPE = 116;
const NEARER = 3;

interface LoupeProps {
  view: Live<LayView>;
  inHand: Live<InHand | null>;
  width: number;
  props: Pick<LaySurfaceProps, 'outline' | 'reach' | 'holes' | 'under' | 'things' | 'chosen' | 'wrong' | 'colour'>;
}

/** What of the things lies within a loupe. */
const near = (things: readonly LaidThing[], { x, y }: Point, size: number): LaidThing[] =>
  things.filter(
    ({ bounds }) =>
      bounds.minX < x + size / 2 &&
      bounds.maxX > x - size / 2 &&
      bounds.minY < y + size / 2 &&
      bounds.maxY > y - size / 2,
  );

/** What lies under the finger, larger, where the finger does not hide it; only what is near it is drawn. */
export function Loupe({ view, inHand, width, props }: LoupeProps) {
  const { card, ember } = useTokens();
  const now = useLive(inHand);
  const at = useLive(view);
  if (!now?.finger) return null;
  const size = LOUPE / (at.scale * NEARER);
  const middle = { x: (now.finger.x - at.x) / at.scale, y: (now.finger.y - at.y) / at.scale };
  const isLeft = now.finger.x > width / 2;
  return (
    <View
      testID="loupe"
      pointerEvents="none"
      style={{
        position: 'absolute',
        top: 24,
        ...(isLeft ? { left: 34 } : { right: 8 }),
        width: LOUPE,
        height: LOUPE,
        borderRadius: LOUPE / 2,
        borderWidth: 2,
        borderColor: ember,
        backgroundColor: card,
        overflow: 'hidden',
      }}
    >
      <Svg
        width={LOUPE - 4}
        height={LOUPE - 4}
        viewBox={`${middle.x - size / 2} ${middle.y - size / 2} ${size} ${size}`}
      >
        <Sheet outline={props.outline} reach={props.reach} holes={props.holes} under={props.under} />
        <Still
          things={near(props.things, middle, size)}
          taken={props.chosen}
          wrong={props.wrong}
          colour={props.colour}
          isSheer={Boolean(props.under)}
        />
        <Use href="#lay-hand" />
        <Circle cx={middle.x} cy={middle.y} r={size / 30} fill="none" stroke={ember} strokeWidth={size / 90} />
      </Svg>
    </View>
  );
}
