import { difference, union, type Point, type Region } from '../geometry';
import { at, polygon } from './contours';
import { choice, length, type MeasuredPart, type MeasuredShape } from './measured-shape';
import { atLeast, atMost } from './refuse';

const WIDTH = length('width', 'Inner width', 80, { min: 5 });
const DEPTH = length('depth', 'Inner depth', 60, { min: 5 });
const HEIGHT = length('height', 'Inner height', 40, { min: 5 });
const THICK = length('thick', 'Thickness', 3, { min: 0.2, max: 30, step: 0.1 });
const FINGER = length('finger', 'Width of a finger, about', 8, { min: 1, max: 200, step: 0.5 });
const KERF = length('kerf', 'Kerf', 0.2, { min: 0, max: 2, step: 0.05 });
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

/** The notches of an edge of a plate, that much narrower as the kerf takes off the fingers of the other one. */
function notches(edge: Edge, width: number, height: number, thick: number, about: number, kerf: number): Region {
  const isFlat = edge.side === 'top' || edge.side === 'bottom';
  const long = isFlat ? width : height;
  const number = fingers(long, about);
  const pitch = long / number;
  return Array.from({ length: number }, (_, i) => i)
    .filter((i) => (i % 2 === 0) !== edge.isFirst)
    .map((i) => {
      const from = i === 0 ? -1 : i * pitch + kerf / 2;
      const to = i === number - 1 ? long + 1 : (i + 1) * pitch - kerf / 2;
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
  { thick, finger, kerf }: Record<'thick' | 'finger' | 'kerf', number>,
): MeasuredPart {
  const whole: Region = [[at(0, 0), at(width, 0), at(width, height), at(0, height)]];
  const taken = union(edges.flatMap((edge) => notches(edge, width, height, thick, finger, kerf)).map((ring) => [ring]));
  const rings = difference(whole, taken);
  return {
    name,
    contours: rings.map((ring) => polygon(ring.map(({ x, y }) => at(x + corner.x, y + corner.y)))),
  };
}

const all = (isFirst: boolean, ...sides: Edge['side'][]): Edge[] => sides.map((side) => ({ side, isFirst }));

/** The plates of a box whose edges hold each other by fingers: with or without a lid of the same kind. */
export const FINGER_BOX: MeasuredShape = {
  name: 'finger-box',
  label: 'Finger-joint box',
  measures: [WIDTH, DEPTH, HEIGHT, THICK, FINGER, KERF, choice('lid', 'Above', ['open', 'a lid'])],
  draw: ({ width, depth, height, thick, finger, kerf, lid }) => {
    const least = Math.min(width, depth, height);
    atMost(THICK, thick, least / 2, 'The plates are too thick for the box');
    atLeast(FINGER, finger, thick / 2, 'The fingers are thinner than half the plate');
    atMost(KERF, kerf, finger / 3, 'The kerf takes the fingers away');
    const [wide, deep, high] = [width + 2 * thick, depth + 2 * thick, height + (lid ? 2 : 1) * thick];
    const measures = { thick, finger, kerf };
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
