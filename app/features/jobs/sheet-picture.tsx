import { isOnlyPrinted, reachOf, type LaidPart, type StepWork } from '@keen-anvil/core/steps';
import { usedSpots, type ShownPrint } from '@keen-anvil/core/jobs';
import { joinBounds, type Affine, type Bounds, type Point } from '@keen-anvil/core/geometry';
import { isOnePlace, moveBetween, movedBounds, type Place } from '@keen-anvil/core/layout';
import { processOf, type ProcessName } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import { memo, useState, type ReactNode } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import {
  Circle,
  ClipPath,
  Defs,
  G,
  Line,
  Path,
  Pattern,
  Polygon,
  Polyline,
  Rect,
  Text as SvgText,
} from 'react-native-svg';
import type { DrawnPart, Inspection } from '../../workers/inspection';
import { Picture } from '../../ui/picture';
import { rulerMarks } from '../../ui/ruler-marks';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { useUnits } from '../../ui/units';
import { lookOf, lookOfLines } from './look-of';
import { PartPrint } from './part-print';
import { tappedPart } from './tapped-part';
import type { StepBed } from './use-inspections';

/** A guide as it is drawn on the sheet. */
export interface SheetGuide {
  id: string;
  path: string;
  /** An SVG matrix from the drawing's plane to the sheet, mm. */
  transform: string;
}

/** What is printed in a part, where that lies. */
export interface SheetPrint extends SheetGuide {
  print: ShownPrint;
}

interface SheetPictureProps {
  /** With its outline, where that is no rectangle. */
  sheet: { widthMm: number; lengthMm: number; outline?: readonly Point[] | null };
  /** Spots of it that were used already. */
  holes?: readonly (readonly Point[])[];
  cuttable: Bounds | null;
  parts: ShownPart[];
  colour: string;
  /** The colour of the sheet, where what is done on it is seen against that. */
  ground?: string;
  process: ProcessName;
  /** It is only printed: nothing goes along its lines. */
  isUncut?: boolean;
  chosen?: string[];
  onChoose?: (partId: string) => void;
  /** What is only shown, where it lies: path data with the way it comes to the sheet. */
  guides?: SheetGuide[];
  /** What other steps do on the same sheet, where it lies. */
  others?: SheetGuide[];
  /** What is printed on the sheet, where it lies. */
  prints?: SheetPrint[];
  /** Places that a check points at. */
  places?: Bounds[];
  /** Where the tool is, while it runs. */
  tool?: { at: Point; isDown: boolean } | null;
  /** Something drawn over all of it, in mm of the sheet; it is told how many px a mm is. */
  over?: (scale: number) => ReactNode;
  /** A place of the sheet that is tapped, mm, and how many mm a px is. */
  onTapAt?: (at: Point, mmPerPx: number) => void;
  /** The picture is never taller than this, in px. */
  maxHeight: number;
}

/** What the picture needs to know of a step that has its bed and was inspected. */
export function pictureOf(step: StepWork, { machine, material, piece, tool, ground }: StepBed, inspection: Inspection) {
  const parts = broughtOn(inspection.parts, step.laid);
  return {
    sheet: piece,
    holes: usedSpots(piece),
    cuttable: reachOf(step, machine, piece),
    parts,
    colour: (isMarking(step.process) ? lookOfLines : lookOf)({ tool, material, ground }),
    // What is drawn or foiled is seen on what it lies on.
    ...(isMarking(step.process) ? { ground: (ground ?? material).colour } : {}),
    process: step.process,
    isUncut: isOnlyPrinted(step),
  };
}

/** Lines that are left on the sheet in the colour of a pen or a foil: they are seen as they will look, not as a cut. */
const isMarking = (process: ProcessName): boolean =>
  processOf(process).path === 'outline' && processOf(process).gives !== undefined;

/** A drawn line, and one of many in a part, is this thin, in px: a thicker one makes blots of small letters and of rings. */
const THIN_PX = 1.1;
/** A part of more lines than this has them close to each other. */
const MANY_LINES = 8;

const lineCount = ({ path }: Pick<DrawnPart, 'path'>): number => path.split('M').length - 1;

/** Rings have so many at least; nearer to each other than this, in px, thick lines would fill what lies between them. */
const SOME_LINES = 4;
const NEAR_PX = 8;
/** The thinnest line that is still seen, in px. */
const THINNEST_PX = 0.4;

/** How wide the lines of a part with many are drawn, in px: thinner the closer they lie, as far as their number tells. @param scale px for a mm */
export function thinLine(part: Pick<DrawnPart, 'path' | 'bounds'>, scale: number): number | null {
  const count = lineCount(part);
  if (count < SOME_LINES) return null;
  const { minX, minY, maxX, maxY } = part.bounds;
  const apart = (Math.min(maxX - minX, maxY - minY) / 2 / count) * scale;
  if (count <= MANY_LINES && apart > NEAR_PX) return null;
  return Math.min(THIN_PX, Math.max(THINNEST_PX, apart / 5));
}

/** A part as it is drawn, with what moves it to where it lies now where that is not where it was when its line was worked out. */
export interface ShownPart extends Omit<DrawnPart, 'place'> {
  move: Affine | null;
}

/** Parts as they lie now, whether or not they have been looked at there already; one that lies several times comes in the order of its places. */
export function broughtOn(parts: readonly DrawnPart[], laid: readonly Pick<LaidPart, 'id' | 'place'>[]): ShownPart[] {
  const places = new Map<string, Place[]>();
  for (const { id, place } of laid) {
    const more = places.get(id);
    if (more) more.push(place);
    else places.set(id, [place]);
  }
  // Most parts of a step lie as one, and are moved as one.
  let last: { from: Place; to: Place; move: Affine | null } | null = null;
  return parts.map(({ place: from, ...part }) => {
    const to = places.get(part.id)?.shift() ?? from;
    if (!last || !isOnePlace(last.from, from) || !isOnePlace(last.to, to))
      last = { from, to, move: moveBetween(from, to) };
    const { move } = last;
    return { ...part, move, bounds: move ? movedBounds(part.bounds, move) : part.bounds };
  });
}

/** Kept as a picture of its own by the browser: what is moved need not be drawn again. */
const LIFTED = { willChange: 'transform' } as object;

/** More parts than this are drawn as one, so that a phone shows them at once; those that are chosen stand out alone. */
export const MANY_PARTS = 300;

/** What is drawn on the sheet: each part, or all of them as one with the chosen ones on top. */
export function drawnOn(parts: ShownPart[], chosen: readonly string[]): ShownPart[] {
  if (parts.length <= MANY_PARTS) return parts;
  const byMove = new Map<string, ShownPart[]>();
  for (const part of parts) {
    const key = part.move?.join(' ') ?? '';
    const group = byMove.get(key);
    if (group) group.push(part);
    else byMove.set(key, [part]);
  }
  const taken = new Set(chosen);
  return [
    ...[...byMove.values()].map((group) => ({
      id: 'all parts',
      name: 'all parts',
      path: group.map((part) => part.path).join(''),
      covers: group.map((part) => part.covers ?? part.path).join(''),
      bounds: group.map((part) => part.bounds).reduce(joinBounds),
      move: group[0].move,
    })),
    ...parts.filter((part) => taken.has(part.id)),
  ];
}

/** The line of a process is told by its dashes only where there is room for some. */
const isLarge = ({ bounds }: ShownPart, scale: number): boolean =>
  Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY) * scale > DASHED_FROM;
const DASHED_FROM = 60;

/** Room for the ruler's figures, in px: beside and above the sheet, and for the last one at its right. */
const RULER = 30;
/** How wide one digit of its figures is, in px. */
const DIGIT = 8;
const LAST_FIGURE = 14;
/** What is shown of a long roll beyond its parts, in mm. */
const BEYOND_MM = 40;
/** A place that a check points at is shown at least this large, in px. */
const SMALLEST_RING = 26;

/** The sheet to scale, lead edge up: its margins, the parts in their material's colour, rulers in mm. */
export const SheetPicture = memo(function SheetPicture({
  sheet,
  holes = [],
  cuttable,
  parts,
  colour,
  ground,
  process,
  isUncut = false,
  chosen = [],
  onChoose,
  guides = [],
  others = [],
  prints = [],
  places = [],
  tool,
  over,
  onTapAt,
  maxHeight,
}: SheetPictureProps) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const deepest = Math.max(sheet.widthMm * 0.4, ...parts.map((part) => part.bounds.maxY + BEYOND_MM));
  const isLonger = deepest < sheet.lengthMm;
  const shownLength = Math.min(sheet.lengthMm, deepest);
  const widest = Math.max(sheet.widthMm, ...parts.map((part) => part.bounds.maxX + 4));
  const leftmost = Math.min(0, ...parts.map((part) => part.bounds.minX - 4));
  // Along a roll the figures have four digits.
  const beside = shownLength >= 1000 ? RULER + DIGIT : RULER;
  const scale = Math.max(
    0.01,
    Math.min((width - beside - LAST_FIGURE) / (widest - leftmost), (maxHeight - RULER - 4) / shownLength),
  );
  const px = (mm: number) => beside + (mm - leftmost) * scale;
  const py = (mm: number) => RULER + mm * scale;
  const height = py(shownLength) + (isLonger ? 12 : 4);
  const { line, path: way } = processOf(process);
  // An area is shown filled: a line round it would make blots of its small letters. Under a path it only shows where it is.
  const isArea = way === 'rows';
  const isDrawn = isMarking(process);
  const printed = new Set(prints.map(({ id }) => id.split(' ')[0]));
  const place = `translate(${px(0)} ${py(0)}) scale(${scale})`;
  const tap = (event: GestureResponderEvent) => {
    const box = (event.currentTarget as unknown as Element).getBoundingClientRect();
    const { clientX, clientY } = event.nativeEvent as unknown as MouseEvent;
    const at = { x: (clientX - box.left - px(0)) / scale, y: (clientY - box.top - py(0)) / scale };
    onTapAt?.(at, 1 / scale);
    const id = onChoose ? tappedPart(parts, at, scale) : null;
    if (id) onChoose?.(id);
  };
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      {...(onChoose || onTapAt ? { onClick: tap } : {})}
      style={{ width: '100%', minHeight: 80 }}
      testID="sheet"
    >
      {width > 0 ? (
        <Picture
          width={width}
          height={height}
          label={`Sheet ${formatNumber(sheet.widthMm, 1)} by ${formatNumber(sheet.lengthMm, 1)} mm with ${parts.length} parts`}
        >
          <Defs>
            <Pattern id="margin" patternUnits="userSpaceOnUse" width={7} height={7} patternTransform="rotate(45)">
              <Line x1={0} y1={0} x2={0} y2={7} stroke={tokens.slate} strokeWidth={1} strokeOpacity={0.45} />
            </Pattern>
            <ClipPath id="shown">
              <Rect x={0} y={0} width={width} height={py(shownLength)} />
            </ClipPath>
          </Defs>
          <Rect
            x={px(0)}
            y={py(0)}
            width={sheet.widthMm * scale}
            height={shownLength * scale}
            fill={ground ?? tokens.card}
            stroke={tokens.slate}
            strokeWidth={1.2}
          />
          {sheet.outline ? (
            <Path
              testID="outline"
              d={`M${px(0)} ${py(0)}H${px(sheet.widthMm)}V${py(sheet.lengthMm)}H${px(0)}Z M${sheet.outline.map(({ x, y }) => `${px(x)} ${py(y)}`).join('L')}Z`}
              clipPath="url(#shown)"
              fill={tokens.paper}
              fillRule="evenodd"
              stroke={tokens.slate}
              strokeWidth={1.2}
            />
          ) : null}
          {holes.map((hole, i) => (
            <Path
              key={i}
              d={`M${hole.map(({ x, y }) => `${px(x)} ${py(y)}`).join('L')}Z`}
              clipPath="url(#shown)"
              fill="url(#margin)"
              stroke={tokens.slate}
              strokeWidth={1}
            />
          ))}
          <Path d={marginPath(sheet.widthMm, shownLength, cuttable, px, py)} fill="url(#margin)" fillRule="evenodd" />
          {isLonger ? <TornEdge from={px(0)} to={px(sheet.widthMm)} y={py(shownLength)} /> : null}
          <Ruler
            lengthMm={sheet.widthMm}
            at={(mm) => ({ x: px(mm), y: RULER })}
            scale={scale}
            isAcross
            colour={tokens.slate}
          />
          <Ruler lengthMm={shownLength} at={(mm) => ({ x: px(0), y: py(mm) })} scale={scale} colour={tokens.slate} />
          <G clipPath="url(#shown)">
            <G transform={place}>
              {guides.map((guide) => (
                <Path
                  key={guide.id}
                  testID="guide"
                  d={guide.path}
                  transform={guide.transform}
                  fill="none"
                  stroke={tokens.slate}
                  strokeWidth={1.4 / scale}
                  strokeDasharray={[5 / scale, 4 / scale]}
                />
              ))}
              {prints.map(({ id, print, path, transform }) => (
                <G key={id} transform={transform}>
                  <PartPrint print={print} path={path} />
                </G>
              ))}
              {drawnOn(parts, chosen).map((part, i) => {
                const thin = thinLine(part, scale) ?? (isDrawn ? THIN_PX : null);
                const isThin = thin !== null;
                return (
                  <G
                    key={`${part.id} ${i}`}
                    testID={`part-${part.name}`}
                    style={parts.length > MANY_PARTS ? LIFTED : undefined}
                    transform={part.move ? `matrix(${part.move.join(' ')})` : undefined}
                  >
                    {/* A light edge below the line, so that the line shows on a dark material too. */}
                    <Path
                      d={part.covers ?? part.path}
                      fill={printed.has(part.id) || isDrawn ? 'none' : isArea ? tokens.ink : colour}
                      fillOpacity={isArea ? (over ? 0.12 : 0.7) : 1}
                      fillRule="evenodd"
                      stroke={tokens.card}
                      strokeWidth={isArea || isThin || isUncut ? 0 : (line.width + 2) / scale}
                    />
                    <Path
                      d={part.path}
                      fill="none"
                      stroke={chosen.includes(part.id) ? tokens.ember : isDrawn ? colour : tokens.ink}
                      strokeWidth={
                        (chosen.includes(part.id) ? 3 : isArea || isUncut ? 0 : (thin ?? line.width)) / scale
                      }
                      strokeDasharray={
                        isLarge(part, scale) && !isThin
                          ? line.dash
                              ?.split(' ')
                              .map((n) => Number(n) / scale)
                              .join(' ')
                          : undefined
                      }
                    />
                  </G>
                );
              })}
              {/* Over the parts: what another step does inside a large one would lie hidden below it. */}
              {others.map((other) => (
                <Path
                  key={other.id}
                  testID="other-step"
                  d={other.path}
                  transform={other.transform}
                  fill="none"
                  stroke={tokens.slate}
                  strokeOpacity={0.7}
                  strokeWidth={1.2 / scale}
                />
              ))}
            </G>
          </G>
          {over ? <G transform={place}>{over(scale)}</G> : null}
          {places.map((spot, i) => {
            const w = Math.max(SMALLEST_RING, (spot.maxX - spot.minX) * scale + 10);
            const h = Math.max(SMALLEST_RING, (spot.maxY - spot.minY) * scale + 10);
            return (
              <Rect
                key={i}
                testID="place"
                x={px((spot.minX + spot.maxX) / 2) - w / 2}
                y={py((spot.minY + spot.maxY) / 2) - h / 2}
                width={w}
                height={h}
                rx={SMALLEST_RING / 2}
                fill="none"
                stroke={tokens.ember}
                strokeWidth={3}
              />
            );
          })}
          {tool ? (
            <Circle
              testID="tool"
              cx={px(tool.at.x)}
              cy={py(tool.at.y)}
              r={tool.isDown ? 6 : 8}
              fill={tool.isDown ? tokens.ember : 'none'}
              stroke={tokens.ember}
              strokeWidth={2.5}
            />
          ) : null}
        </Picture>
      ) : null}
    </View>
  );
});

function marginPath(
  widthMm: number,
  lengthMm: number,
  cuttable: Bounds | null,
  px: (mm: number) => number,
  py: (mm: number) => number,
): string {
  const box = (x1: number, y1: number, x2: number, y2: number) => `M${px(x1)} ${py(y1)}H${px(x2)}V${py(y2)}H${px(x1)}Z`;
  const inner = cuttable
    ? box(cuttable.minX, cuttable.minY, Math.min(cuttable.maxX, widthMm), Math.min(cuttable.maxY, lengthMm))
    : '';
  return box(0, 0, widthMm, lengthMm) + inner;
}

/** The roll goes on: a torn edge instead of a straight one. */
function TornEdge({ from, to, y }: { from: number; to: number; y: number }) {
  const { paper, slate } = useTokens();
  const teeth = Math.max(6, Math.round((to - from) / 14));
  const points = Array.from(
    { length: teeth + 1 },
    (_, i) => `${from + ((to - from) * i) / teeth},${y + (i % 2 ? -5 : 2)}`,
  ).join(' ');
  return (
    <G>
      <Polygon points={`${points} ${to + 1},${y + 14} ${from - 1},${y + 14}`} fill={paper} />
      <Polyline points={points} fill="none" stroke={slate} strokeWidth={1.2} />
    </G>
  );
}

interface RulerProps {
  lengthMm: number;
  at: (mm: number) => Point;
  scale: number;
  isAcross?: boolean;
  colour: string;
}

function Ruler({ lengthMm, at, scale, isAcross, colour }: RulerProps) {
  const marks = rulerMarks(0, lengthMm, scale, useUnits().chosen.length, 6);
  return (
    <G>
      {marks.map(({ mm, label }) => {
        const { x, y } = at(mm);
        return (
          <G key={mm}>
            <Line x1={x} y1={y} x2={isAcross ? x : x - 7} y2={isAcross ? y - 7 : y} stroke={colour} strokeWidth={1} />
            <SvgText
              x={isAcross ? x : x - 9}
              y={isAcross ? y - 11 : y + 4}
              fill={colour}
              fontSize={11}
              fontFamily={FONT.number}
              textAnchor={isAcross ? 'middle' : 'end'}
            >
              {mm === 0 && !isAcross ? '' : label}
            </SvgText>
          </G>
        );
      })}
    </G>
  );
}
