import { solve, Matrix } from 'ml-matrix';
import { homography, type Homography, type Point } from '../geometry';
import { formatNumber } from '../units';
import { bent, lensOf, unbent, type Lens } from './lens';

/** A place that is known on the flat thing and was tapped in its photo. */
export interface TappedPlace {
  /** On the thing, in mm. */
  mm: Point;
  /** In the photo, in px. */
  px: Point;
}

/** How a photo shows a flat thing. */
export interface TrueSize {
  /** From the thing to the photo. */
  toPhoto: Homography;
  /** From the photo to the thing. */
  toThing: Homography;
  /** How far each place lies from where its tap says, in mm; nothing with four places, which fit by themselves. */
  residualsMm: number[];
  residualMm: number;
  /** How much the lens bends lines, where enough places were known to tell; else null. */
  bend: number | null;
}

/** What was tapped makes no sense. */
export class TapsRefusedError extends RangeError {}

/** Things that are known well enough to be measured by. */
export const KNOWN_SIZES = {
  card: { label: 'A bank card', widthMm: 85.6, heightMm: 53.98 },
  a4: { label: 'A sheet of A4', widthMm: 210, heightMm: 297 },
} as const;

/** The corners of a thing in the order in which they are tapped: upper left, then with the clock. */
export const cornersOf = ({ widthMm, heightMm }: { widthMm: number; heightMm: number }): Point[] => [
  { x: 0, y: 0 },
  { x: widthMm, y: 0 },
  { x: widthMm, y: heightMm },
  { x: 0, y: heightMm },
];

const refuse = (message: string): never => {
  throw new TapsRefusedError(message);
};

/**
 * How a photo shows a flat thing, from places of it: exactly by four, by least squares from more (direct linear transformation, with the places
 * brought to a middling size first; Hartley 1997). From nine or more of a photo of known size the bend of the lens is fitted, too.
 * @param photo how large the photo is, in px
 * @throws TapsRefusedError where the taps cannot be so: too few, in a line, in crossed order, all in a few pixels
 */
export function trueSize(places: readonly TappedPlace[], photo?: { width: number; height: number }): TrueSize {
  if (places.length < 4) refuse(`Four places have to be tapped; ${places.length} were.`);
  if (places.some(({ mm, px }) => ![mm.x, mm.y, px.x, px.y].every(Number.isFinite)))
    refuse('A place was tapped that is no number.');
  const px = places.map((place) => place.px);
  const mm = places.map((place) => place.mm);
  const wide = Math.max(...px.map(({ x }) => x)) - Math.min(...px.map(({ x }) => x));
  const high = Math.max(...px.map(({ y }) => y)) - Math.min(...px.map(({ y }) => y));
  if (Math.max(wide, high) < 20)
    refuse('The places lie within a few pixels of each other: tap them on a larger photo.');
  if (places.length === 4) {
    const turns = px.map((_, i) => turnAt(px, i));
    const wanted = mm.map((_, i) => turnAt(mm, i));
    const size = wide * high || 1;
    if (turns.some((turn) => Math.abs(turn) < 2e-3 * size))
      refuse('Three of the places lie in a line: tap the four corners.');
    if (turns.some((turn, i) => Math.sign(turn) !== Math.sign(wanted[i])))
      refuse('The corners were tapped in a crossed order: begin at the upper left and go round with the clock.');
  }
  const lens = photo && places.length >= ENOUGH_FOR_LENS ? lensFor(places, photo) : null;
  const straight = lens ? px.map((point) => unbent(point, lens)) : px;
  const [flatToPhoto, flatToThing] = [fitted(mm, straight), fitted(straight, mm)];
  const toPhoto: Homography = lens ? (point) => bent(flatToPhoto(point), lens) : flatToPhoto;
  const toThing: Homography = lens ? (point) => flatToThing(unbent(point, lens)) : flatToThing;
  const residualsMm = mm.map((point, i) => {
    const at = toThing(px[i]);
    return Math.hypot(at.x - point.x, at.y - point.y);
  });
  const residualMm = Math.sqrt(residualsMm.reduce((sum, r) => sum + r * r, 0) / residualsMm.length);
  const reach = Math.max(...mm.map(({ x }) => x)) - Math.min(...mm.map(({ x }) => x));
  if (!Number.isFinite(residualMm) || residualMm > 0.05 * Math.max(1, reach))
    refuse(`The places do not fit each other: ${formatNumber(residualMm, 1)} mm are left over. Tap them again.`);
  return { toPhoto, toThing, residualsMm, residualMm, bend: lens?.bend ?? null };
}

/** With fewer places nothing tells a bent line from a place that was tapped beside. */
const ENOUGH_FOR_LENS = 9;
/** No lens of a phone bends more than this. */
const MOST_BEND = 0.3;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The bend with which least is left over, by golden section. */
function lensFor(places: readonly TappedPlace[], photo: { width: number; height: number }): Lens {
  const mm = places.map((place) => place.mm);
  const left = (bend: number): number => {
    const lens = lensOf(photo, bend);
    const straight = places.map(({ px }) => unbent(px, lens));
    const toThing = fitted(straight, mm);
    return straight.reduce((sum, point, i) => {
      const at = toThing(point);
      return sum + (at.x - mm[i].x) ** 2 + (at.y - mm[i].y) ** 2;
    }, 0);
  };
  let [low, high] = [-MOST_BEND, MOST_BEND];
  for (let i = 0; i < 30; i++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (left(a) < left(b)) high = b;
    else low = a;
  }
  return lensOf(photo, (low + high) / 2);
}

/** Which way a ring of four turns at a corner, and how much. */
function turnAt(ring: readonly Point[], i: number): number {
  const [a, b, c] = [ring[(i + 3) % 4], ring[i], ring[(i + 1) % 4]];
  return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
}

function fitted(from: readonly Point[], to: readonly Point[]): Homography {
  if (from.length === 4) {
    try {
      return homography(from, to);
    } catch (error) {
      return refuse((error as Error).message);
    }
  }
  const [a, b] = [middling(from), middling(to)];
  const rows: number[][] = [];
  const right: number[] = [];
  from.forEach((point, i) => {
    const { x, y } = a.to(point);
    const { x: u, y: v } = b.to(to[i]);
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  });
  const [p, q, r, s, t, w, g, h] = solve(new Matrix(rows), Matrix.columnVector(right), true).to1DArray();
  return (point) => {
    const { x, y } = a.to(point);
    const d = g * x + h * y + 1;
    return b.back({ x: (p * x + q * y + r) / d, y: (s * x + t * y + w) / d });
  };
}

/** Points brought round nought, about one from it. */
function middling(points: readonly Point[]) {
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  };
  const far =
    points.reduce((sum, { x, y }) => sum + Math.hypot(x - middle.x, y - middle.y), 0) / points.length / Math.SQRT2 || 1;
  return {
    to: ({ x, y }: Point): Point => ({ x: (x - middle.x) / far, y: (y - middle.y) / far }),
    back: ({ x, y }: Point): Point => ({ x: x * far + middle.x, y: y * far + middle.y }),
  };
}
