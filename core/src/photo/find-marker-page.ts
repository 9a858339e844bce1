import type { Picture } from '../artwork';
import { homography, type Homography, type Point } from '../geometry';
import { blobsIn, type Blob } from './blobs';
import { MARKER_PAGE, markerDots } from './marker-page';
import type { TappedPlace } from './true-size';

const { dots, corners, small } = markerDots();
/** The frame is that with at least so many of its dots. */
const LEAST_DOTS = 16;
/** A dot lies within this of where its corners say that it should, as a share of how far dots are apart. */
const NEAR = 0.35;
/** More spots than this in something dark are no frame of ours. */
const MOST_SPOTS = 40;

/**
 * The dots of a marker page in a photo, each with its place on the page; null where none is seen. The photo may be turned any way and
 * taken askew; it may not be a mirror image.
 */
export function findMarkerPage(photo: Picture): TappedPlace[] | null {
  const byDark = new Map<number, Blob[]>();
  for (const blob of blobsIn(photo)) byDark.set(blob.inDark, [...(byDark.get(blob.inDark) ?? []), blob]);
  const frames = [...byDark.values()]
    .filter(({ length }) => length >= LEAST_DOTS && length <= MOST_SPOTS)
    .sort((a, b) => b.length - a.length);
  for (const frame of frames) {
    const places = placesIn(frame);
    if (places) return places;
  }
  return null;
}

/** The places of a frame's dots, by trying each way round that it may lie. */
function placesIn(frame: readonly Blob[]): TappedPlace[] | null {
  const spots = frame.map(({ middle }) => middle);
  const areaOf = new Map(frame.map(({ middle, area }) => [middle, area]));
  const quad = largestQuad(spots);
  if (!quad) return null;
  let best: { places: TappedPlace[]; marks: number } | null = null;
  for (let turn = 0; turn < 4; turn++) {
    const ring = corners.map((_, i) => quad[(i + turn) % 4]);
    const toPhoto = tried(ring);
    if (!toPhoto) continue;
    const apart = Math.hypot(toPhoto(dots[1]).x - toPhoto(dots[0]).x, toPhoto(dots[1]).y - toPhoto(dots[0]).y);
    const near = (mm: Point): Point | null => {
      const at = toPhoto(mm);
      const found = spots.reduce((a, b) => (off(b, at) < off(a, at) ? b : a));
      return off(found, at) < NEAR * apart * 0.5 ? found : null;
    };
    const places = dots.flatMap((mm) => {
      const px = near(mm);
      return px && isWhole(areaOf.get(px)!, mm, toPhoto) ? [{ mm, px }] : [];
    });
    const marks = small.filter((mm) => near(mm)).length;
    if (places.length < LEAST_DOTS || marks < small.length) continue;
    if (!best || places.length > best.places.length) best = { places, marks };
  }
  return best?.places ?? null;
}

/** A dot that something lies over looks smaller than it should: its middle is somewhere else. */
function isWhole(area: number, { x, y }: Point, toPhoto: Homography): boolean {
  const [at, right, below] = [toPhoto({ x, y }), toPhoto({ x: x + 1, y }), toPhoto({ x, y: y + 1 })];
  const perMm2 = Math.abs((right.x - at.x) * (below.y - at.y) - (right.y - at.y) * (below.x - at.x));
  const share = area / (perMm2 * (Math.PI / 4) * MARKER_PAGE.dotMm ** 2);
  return share > 0.7 && share < 1.4;
}

const off = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

function tried(ring: readonly Point[]) {
  try {
    return homography(
      corners.map((i) => dots[i]),
      ring,
    );
  } catch {
    return null;
  }
}

/** The four of some points that enclose most, with the clock (y counts down). */
function largestQuad(points: readonly Point[]): [Point, Point, Point, Point] | null {
  // Round their middle, with the clock as y counts down: corners come in the order of the ring.
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  };
  const angle = ({ x, y }: Point) => Math.atan2(y - middle.y, x - middle.x);
  const ring = [...points].sort((a, b) => angle(a) - angle(b));
  const area = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  let best: { of: [Point, Point, Point, Point]; area: number } | null = null;
  for (let a = 0; a < ring.length; a++)
    for (let b = a + 1; b < ring.length; b++)
      for (let c = b + 1; c < ring.length; c++)
        for (let d = c + 1; d < ring.length; d++) {
          const size = area(ring[a], ring[b], ring[c]) + area(ring[a], ring[c], ring[d]);
          if (!best || size > best.area) best = { of: [ring[a], ring[b], ring[c], ring[d]], area: size };
        }
  return best?.of ?? null;
}
