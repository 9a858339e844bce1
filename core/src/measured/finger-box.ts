import { difference, union, type Point, type Region } from '../geometry';
import { at, polygon } from './contours';
import { choice, length, type MeasuredPart, type MeasuredShape } from './measured-shape';
import { atLeast, atMost } from './refuse';

const WIDTH = length('width', 'Inner width', 80, { min: 5 });
const DEPTH = length('depth', 'Inner depth', 60, { min: 5 });
const HEIGHT = length('height', 'Inner height', 40, { min: 5 });
const THICK = length('thick', 'Thickness', 3, { min: 0.2, max: 30, step: 0.1 });
const FINGER = length('finger', 'Width of a finger, about', 8, { min: 1, max: 200, step: 0.5 });
/** How plates go together, with the play between a finger and its gap, in mm. */
const FITS = [
  { label: 'loose (0.2 mm of play)', playMm: 0.2 },
  { label: 'by hand (0.1 mm)', playMm: 0.1 },
  { label: 'to be pressed (none)', playMm: 0 },
] as const;
const FIT = choice(
  'fit',
  'Fit',
  FITS.map(({ label }) => label),
  2,
);
/** Between the plates as they lie, in mm. */
const GAP_MM = 5;

interface Edge {
  side: 'top' | 'right' | 'bottom' | 'left';
  /** Whether the corner at its beginning belongs to this plate: its fingers are the even ones then. */
  isFirst: boolean;
}

/** How many fingers an edge has: odd, so that both its ends are alike. */
function fingers(lengthMm: number, about: number): number {
  const near = Math.max(3, Math.round(lengthMm / about));
  return near % 2 ? near : near + 1;
}

/** The notches of an edge of a plate, wider than the fingers of the other one by the play between them. */
function notches(edge: Edge, width: number, height: number, thick: number, about: number, play: number): Region {
  const isFlat = edge.side === 'top' || edge.side === 'bottom';
  const long = isFlat ? width : height;
  const number = fingers(long, about);
  const pitch = long / number;
  return Array.from({ length: number }, (_, i) => i)
    .filter((i) => (i % 2 === 0) !== edge.isFirst)
    .map((i) => {
      const from = i === 0 ? -1 : i * pitch - play / 2;
      const to = i === number - 1 ? long + 1 : (i + 1) * pitch + play / 2;
      const [near, far] =
        edge.side === 'top' || edge.side === 'left'
          ? [-1, thick]
          : isFlat
            ? [height - thick, height + 1]
            : [width - thick, width + 1];
      return isFlat
        ? [at(from, near), at(to, near), at(to, far), at(from, far)]
        : [at(near, from), at(far, from), at(far, to), at(near, to)];
    });
}

function plate(
  name: string,
  corner: Point,
  width: number,
  height: number,
  edges: readonly Edge[],
  { thick, finger, play }: Record<'thick' | 'finger' | 'play', number>,
): MeasuredPart {
  const whole: Region = [[at(0, 0), at(width, 0), at(width, height), at(0, height)]];
  const taken = union(edges.flatMap((edge) => notches(edge, width, height, thick, finger, play)).map((ring) => [ring]));
  const rings = difference(whole, taken);
  return {
    name,
    contours: rings.map((ring) => polygon(ring.map(({ x, y }) => at(x + corner.x, y + corner.y)))),
  };
}

const all = (isFirst: boolean, ...sides: Edge['side'][]): Edge[] => sides.map((side) => ({ side, isFirst }));

/** Fingers narrower than the plate is thick leave corners that hang by nothing. Each edge has its own, as a whole number of them fits. */
function refuseThinFingers(edges: readonly number[], thick: number, finger: number): void {
  const narrowest = Math.min(...edges.map((long) => long / fingers(long, finger)));
  if (narrowest >= thick - 1e-9) return;
  // The least width that is asked for at which each edge has fingers as wide as the plate is thick.
  const shortest = Math.min(...edges);
  atMost(THICK, thick, shortest / 3, 'The plates are too thick for three fingers on the shortest edge');
  const steps = Array.from({ length: 400 }, (_, i) => Math.max(finger, thick) + i * FINGER.step);
  const least = steps.find((about) => edges.every((long) => long / fingers(long, about) >= thick - 1e-9));
  atLeast(FINGER, finger, least ?? shortest, 'The fingers come out narrower than the plate is thick');
}

/** The plates of a box whose edges hold each other by fingers: with or without a lid of the same kind. */
export const FINGER_BOX: MeasuredShape = {
  name: 'finger-box',
  label: 'Finger-joint box',
  measures: [WIDTH, DEPTH, HEIGHT, THICK, FINGER, FIT, choice('lid', 'Above', ['open', 'a lid'])],
  // It is drawn at its true size: what a beam takes away is made up for by its path.
  retired: ['kerf'],
  draw: ({ width, depth, height, thick, finger, fit, lid }) => {
    const least = Math.min(width, depth, height);
    atMost(THICK, thick, least / 2, 'The plates are too thick for the box');
    const [wide, deep, high] = [width + 2 * thick, depth + 2 * thick, height + (lid ? 2 : 1) * thick];
    refuseThinFingers([wide, deep, high], thick, finger);
    const measures = { thick, finger, play: FITS[fit].playMm };
    // The bottom has all its corners; the front has those that are left of its upright edges; the sides fill in.
    const upright = (isFront: boolean): Edge[] => [
      ...all(isFront, 'left', 'right'),
      ...all(false, 'bottom'),
      ...(lid ? all(false, 'top') : []),
    ];
    const column = wide + GAP_MM;
    const row = deep + GAP_MM;
    const parts = [
      plate('bottom', at(0, 0), wide, deep, all(true, 'top', 'right', 'bottom', 'left'), measures),
      plate('front', at(0, row), wide, high, upright(true), measures),
      plate('back', at(0, row + high + GAP_MM), wide, high, upright(true), measures),
      plate('left side', at(column, row), deep, high, upright(false), measures),
      plate('right side', at(column, row + high + GAP_MM), deep, high, upright(false), measures),
      ...(lid ? [plate('lid', at(column, 0), wide, deep, all(true, 'top', 'right', 'bottom', 'left'), measures)] : []),
    ];
    return {
      parts,
      dimensions: [
        { of: 'width', from: at(thick, deep / 2), to: at(thick + width, deep / 2) },
        { of: 'depth', from: at(wide / 2, thick), to: at(wide / 2, thick + depth) },
        { of: 'height', from: at(wide / 2, row + (lid ? thick : 0)), to: at(wide / 2, row + high - thick) },
      ],
    };
  },
};
