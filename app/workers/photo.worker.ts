import type { Bounds, Point } from '@keen-anvil/core/geometry';
import {
  findMarkerPage,
  pieceOutline,
  straightened,
  trueSize,
  type Straightened,
  type TappedPlace,
} from '@keen-anvil/core/photo';
import { expose } from 'comlink';

/** So many pixels to a millimetre are enough for an outline. */
const PIXELS_PER_MM = 4;
/** Nothing farther than this from the known thing is looked at, in mm. */
const FARTHEST_MM = 900;

let flat: Straightened | null = null;
/** What it was straightened from. */
let from: { width: number; height: number; data: Uint8ClampedArray; places: TappedPlace[] } | null = null;

/** What of the thing's plane a photo shows, as far as that is of use. */
function seenBox(toThing: (px: Point) => Point, width: number, height: number, places: readonly TappedPlace[]): Bounds {
  const xs = places.map(({ mm }) => mm.x);
  const ys = places.map(({ mm }) => mm.y);
  const edge = [0, 0.25, 0.5, 0.75, 1].flatMap((share) => [
    { x: share * width, y: 0 },
    { x: share * width, y: height },
    { x: 0, y: share * height },
    { x: width, y: share * height },
  ]);
  const seen = edge.map(toThing);
  const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));
  const [left, right] = [Math.min(...xs) - FARTHEST_MM, Math.max(...xs) + FARTHEST_MM];
  const [top, bottom] = [Math.min(...ys) - FARTHEST_MM, Math.max(...ys) + FARTHEST_MM];
  return {
    minX: clamp(Math.min(...seen.map(({ x }) => x)), left, Math.min(...xs)),
    minY: clamp(Math.min(...seen.map(({ y }) => y)), top, Math.min(...ys)),
    maxX: clamp(Math.max(...seen.map(({ x }) => x)), Math.max(...xs), right),
    maxY: clamp(Math.max(...seen.map(({ y }) => y)), Math.max(...ys), bottom),
  };
}

const worker = {
  /** A photo as it would be from straight above. @throws TapsRefusedError as a sentence */
  straighten(
    width: number,
    height: number,
    data: Uint8ClampedArray,
    places: TappedPlace[],
  ): { picture: Straightened; residualMm: number } {
    from = { width, height, data, places };
    const size = trueSize(places, { width, height });
    const box = seenBox(size.toThing, width, height, places);
    flat = straightened({ width, height, data, dotsPerInch: null }, size, box, PIXELS_PER_MM);
    return { picture: flat, residualMm: size.residualMm };
  },
  /** The same photo counted from another corner, and along another edge. */
  seenFrom(corner: Point, along: Point): Straightened {
    const angle = Math.atan2(along.y - corner.y, along.x - corner.x);
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const places = from!.places.map(({ mm, px }) => {
      const [dx, dy] = [mm.x - corner.x, mm.y - corner.y];
      return { px, mm: { x: cos * dx + sin * dy, y: cos * dy - sin * dx } };
    });
    return worker.straighten(from!.width, from!.height, from!.data, places).picture;
  },
  /** Only so much of it. */
  cutOut(box: Bounds): Straightened {
    const size = trueSize(from!.places, from!);
    flat = straightened({ ...from!, dotsPerInch: null }, size, box, 2 * PIXELS_PER_MM);
    return flat;
  },
  /** The dots of a marker page, where the photo shows one. */
  markerPage: (width: number, height: number, data: Uint8ClampedArray): TappedPlace[] | null =>
    findMarkerPage({ width, height, data, dotsPerInch: null }),
  /** The outline of what was tapped in it, in mm. */
  outline(at: Point, tolerance: number): Point[] {
    return flat ? pieceOutline(flat, at, tolerance) : [];
  },
};
export type PhotoWorker = typeof worker;

expose(worker);
