import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { planeAt, type SnapLine } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { memo, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Polygon, Rect, Text as SvgText, Use } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { pathOf } from './drawn-groups';
import { boxOf, middleOf, type LaidThing } from './laid-things';
import { onScreen, useLive, useNewLive, wholeOf, type InHand, type LayView, type Live } from './lay-view';
import { handleAt, useLayHand } from './use-lay-hand';

export interface LaySurfaceProps {
  outline: readonly Point[];
  reach: Bounds | null;
  things: readonly LaidThing[];
  chosen: ReadonlySet<string>;
  /** Those that lie over others, or over the edge. */
  wrong: ReadonlySet<string>;
  /** Whether what is chosen would lie wrong if it were moved and turned so. */
  isWrongIn: (taken: readonly LaidThing[], by: Point, degrees: number) => boolean;
  /** What is only shown: paths with the way they come to the sheet. */
  guides: readonly { id: string; path: string; transform: string }[];
  colour: string;
  isMeasuring: boolean;
  measured: readonly Point[];
  height: number;
  inHand: Live<InHand | null>;
  /** Drawn below the parts: a photo, a pattern. */
  under?: ReactNode;
  onTap: (key: string | null) => void;
  onTake: (key: string) => void;
  onMove: (by: Point, degrees: number) => void;
  onMeasure: (at: Point) => void;
}

/** Of a long roll this much is in sight at first beyond what lies on it, in mm. */
const BEYOND_MM = 60;

/** The sheet as it is laid by hand: looked at nearer and farther, with what is chosen in the hand. */
export function LaySurface(props: LaySurfaceProps) {
  const { outline, reach, things, chosen, guides, height, inHand, isMeasuring } = props;
  const { card, rule } = useTokens();
  const [width, setWidth] = useState(0);
  const frame = useRef<View>(null);
  const view = useNewLive<LayView>({ scale: 1, x: 0, y: 0 });
  const lines = useNewLive<SnapLine[]>([]);
  const box = useMemo(() => boundsOfRing(outline), [outline]);
  const taken = useMemo(() => things.filter(({ key }) => chosen.has(key)), [things, chosen]);
  const deepest = Math.max(box.minY + (box.maxX - box.minX), ...things.map(({ bounds }) => bounds.maxY + BEYOND_MM));
  const first = useRef(false);
  useEffect(() => {
    if (!width || first.current) return;
    first.current = true;
    view.set(wholeOf({ ...box, maxY: Math.min(box.maxY, deepest) }, width, height));
  }, [width, box, deepest, height, view]);
  // What was moved lies there now: nothing is in the hand any more.
  useEffect(() => inHand.set(null), [things, inHand]);
  const hand = useLayHand({
    view,
    inHand,
    lines,
    things,
    chosen: taken,
    edges: useMemo(() => [reach ?? box], [reach, box]),
    isMeasuring,
    onTap: props.onTap,
    onTake: props.onTake,
    onMove: props.onMove,
    onMeasure: props.onMeasure,
  });
  useEffect(() => {
    const element = frame.current as unknown as HTMLElement | null;
    const still = (event: Event) => event.preventDefault();
    element?.addEventListener?.('wheel', still, { passive: false });
    return () => element?.removeEventListener?.('wheel', still);
  }, []);
  return (
    <View
      ref={frame}
      testID="lay-surface"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      {...(hand as object)}
      style={[
        {
          width: '100%',
          height,
          backgroundColor: card,
          borderWidth: 1,
          borderColor: rule,
          borderRadius: 3,
          overflow: 'hidden',
        },
        { touchAction: 'none', cursor: isMeasuring ? 'crosshair' : 'grab', userSelect: 'none' } as object,
      ]}
    >
      {width > 0 ? (
        <>
          <Svg width={width} height={height} role="img" aria-label={`The sheet with ${things.length} things on it`}>
            <InView view={view} id="lay-content">
              <Sheet outline={outline} reach={reach} under={props.under} />
              <Guides guides={guides} />
              <Still things={things} taken={chosen} wrong={props.wrong} colour={props.colour} />
              <Taken
                things={taken}
                inHand={inHand}
                wrong={props.wrong}
                isWrongIn={props.isWrongIn}
                colour={props.colour}
              />
            </InView>
            <SnapLines lines={lines} view={view} width={width} height={height} />
            <Ring things={taken} view={view} inHand={inHand} />
            <Measured points={props.measured} view={view} />
            <Rulers view={view} box={box} width={width} height={height} />
          </Svg>
          <Loupe view={view} inHand={inHand} width={width} />
        </>
      ) : null}
    </View>
  );
}

const boundsOfRing = (ring: readonly Point[]): Bounds => ({
  minX: Math.min(...ring.map(({ x }) => x)),
  minY: Math.min(...ring.map(({ y }) => y)),
  maxX: Math.max(...ring.map(({ x }) => x)),
  maxY: Math.max(...ring.map(({ y }) => y)),
});

/** What is drawn in mm, as it is looked at: only its own frame changes, not what is in it. */
function InView({ view, id, children }: { view: Live<LayView>; id: string; children: ReactNode }) {
  const { scale, x, y } = useLive(view);
  return (
    <G transform={`translate(${x} ${y}) scale(${scale})`}>
      <G id={id}>{children}</G>
    </G>
  );
}

/** Lines keep their width however near they are looked at. */
const STEADY = { vectorEffect: 'non-scaling-stroke' } as object;

const Sheet = memo(function Sheet({ outline, reach, under }: Pick<LaySurfaceProps, 'outline' | 'reach' | 'under'>) {
  const { paper, slate } = useTokens();
  return (
    <>
      <Polygon points={outline.map(({ x, y }) => `${x},${y}`).join(' ')} fill={paper} />
      {under}
      <Polygon
        points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke={slate}
        strokeWidth={1.5}
        {...STEADY}
      />
      {reach ? (
        <Rect
          x={reach.minX}
          y={reach.minY}
          width={reach.maxX - reach.minX}
          height={reach.maxY - reach.minY}
          fill="none"
          stroke={slate}
          strokeWidth={1}
          strokeDasharray={[5, 4]}
          {...STEADY}
        />
      ) : null}
    </>
  );
});

const Guides = memo(function Guides({ guides }: Pick<LaySurfaceProps, 'guides'>) {
  const { slate } = useTokens();
  return (
    <>
      {guides.map(({ id, path, transform }) => (
        <Path
          key={id}
          d={path}
          transform={transform}
          fill="none"
          stroke={slate}
          strokeWidth={1.4}
          strokeDasharray={[5, 4]}
          {...STEADY}
        />
      ))}
    </>
  );
});

interface ThingsProps {
  wrong: ReadonlySet<string>;
  colour: string;
}

const Still = memo(function Still({
  things,
  taken,
  wrong,
  colour,
}: ThingsProps & { things: readonly LaidThing[]; taken: ReadonlySet<string> }) {
  return (
    <>
      {things.map((thing) =>
        taken.has(thing.key) ? null : (
          <OneThing key={thing.key} thing={thing} isWrong={wrong.has(thing.key)} isTaken={false} colour={colour} />
        ),
      )}
    </>
  );
});

const OneThing = memo(function OneThing({
  thing,
  isWrong,
  isTaken,
  colour,
}: {
  thing: LaidThing;
  isWrong: boolean;
  isTaken: boolean;
  colour: string;
}) {
  const { ember, ink, rust } = useTokens();
  return (
    <G testID={`thing-${thing.name}`}>
      {thing.members.map(({ placementId, contours, place }) => (
        <Path
          key={placementId}
          d={pathOf({ contours })}
          transform={`matrix(${planeAt(place).join(' ')})`}
          fill={isWrong ? rust : colour}
          fillOpacity={isWrong ? 0.35 : 0.5}
          fillRule="evenodd"
          stroke={isTaken ? ember : isWrong ? rust : ink}
          strokeWidth={isTaken ? 2.5 : 1.2}
          {...STEADY}
        />
      ))}
    </G>
  );
});

/** What is chosen, as it is moved and turned. */
function Taken({
  things,
  inHand,
  wrong,
  isWrongIn,
  colour,
}: ThingsProps & Pick<LaySurfaceProps, 'isWrongIn'> & { things: readonly LaidThing[]; inHand: Live<InHand | null> }) {
  const now = useLive(inHand);
  const box = boxOf(things);
  const about = box && middleOf(box);
  const isWrongNow = now === null ? null : isWrongIn(things, now.by, now.degrees);
  const drawn = useMemo(
    () =>
      things.map((thing) => (
        <OneThing key={thing.key} thing={thing} isWrong={isWrongNow ?? wrong.has(thing.key)} isTaken colour={colour} />
      )),
    [things, wrong, isWrongNow, colour],
  );
  const moved =
    now && about ? `translate(${now.by.x} ${now.by.y}) rotate(${-now.degrees} ${about.x} ${about.y})` : undefined;
  return (
    <G testID="in-hand" transform={moved}>
      {drawn}
    </G>
  );
}

/** The ring round what is chosen, with the handle that turns it. */
function Ring({
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

function SnapLines({
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

function Measured({ points, view }: { points: readonly Point[]; view: Live<LayView> }) {
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
function Rulers({ view, box, width, height }: { view: Live<LayView>; box: Bounds; width: number; height: number }) {
  const { card, slate } = useTokens();
  const at = useLive(view);
  const every = [1, 2, 5, 10, 20, 50, 100, 200, 500].find((mm) => mm * at.scale >= 44) ?? 1000;
  const marks = (low: number, high: number, from: number, to: number) => {
    const [first, last] = [Math.max(low, from), Math.min(high, to)];
    const start = Math.ceil(first / every);
    const count = Math.min(200, Math.max(0, Math.floor(last / every) - start + 1));
    return Array.from({ length: count }, (_, i) => (start + i) * every);
  };
  const text = { fill: slate, fontSize: 11, fontFamily: FONT.number };
  return (
    <G>
      <Rect x={0} y={0} width={width} height={20} fill={card} fillOpacity={0.85} />
      <Rect x={0} y={0} width={30} height={height} fill={card} fillOpacity={0.85} />
      {marks(box.minX, box.maxX, (30 - at.x) / at.scale, (width - at.x) / at.scale).map((mm) => (
        <G key={mm}>
          <Line x1={at.x + mm * at.scale} x2={at.x + mm * at.scale} y1={15} y2={20} stroke={slate} strokeWidth={1} />
          <SvgText x={at.x + mm * at.scale} y={12} textAnchor="middle" {...text}>
            {mm === 0 ? '0 mm' : mm}
          </SvgText>
        </G>
      ))}
      {marks(box.minY, box.maxY, (20 - at.y) / at.scale, (height - at.y) / at.scale).map((mm) => (
        <G key={mm}>
          <Line x1={25} x2={30} y1={at.y + mm * at.scale} y2={at.y + mm * at.scale} stroke={slate} strokeWidth={1} />
          <SvgText x={23} y={at.y + mm * at.scale + 4} textAnchor="end" {...text}>
            {mm}
          </SvgText>
        </G>
      ))}
    </G>
  );
}

const LOUPE = 116;
const NEARER = 3;

/** What lies under the finger, where the finger does not hide it. */
function Loupe({ view, inHand, width }: { view: Live<LayView>; inHand: Live<InHand | null>; width: number }) {
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
        <Use href="#lay-content" />
        <Circle cx={middle.x} cy={middle.y} r={size / 30} fill="none" stroke={ember} strokeWidth={size / 90} />
      </Svg>
    </View>
  );
}
