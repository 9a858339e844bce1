import { photoOf } from '../../testing/photo-of';
import { numbersBelow } from '../../testing/random';
import type { Point } from '../geometry';
import { findMarkerPage, MARKER_PAGE, markerDots, trueSize } from './index';

const { dots, small } = markerDots();
const { widthMm, heightMm, insetMm, bandMm, dotMm, smallDotMm } = MARKER_PAGE;

/** The page on a wooden bench, with lines of the grain that are dark too. */
const onBench = (at: Point): [number, number, number] => {
  const { x, y } = at;
  if (x < 0 || y < 0 || x > widthMm || y > heightMm)
    return Math.sin(y / 4 + Math.sin(x / 30)) > 0.9 ? [70, 45, 30] : [150, 110, 75];
  const edge = Math.min(x, y, widthMm - x, heightMm - y);
  const isBand = edge > insetMm && edge < insetMm + bandMm;
  const isDot = (middle: Point, size: number) => Math.hypot(x - middle.x, y - middle.y) < size / 2;
  const isLight = !isBand || dots.some((dot) => isDot(dot, dotMm)) || small.some((dot) => isDot(dot, smallDotMm));
  // A lamp at the left.
  const shade = 1 - 0.35 * Math.max(0, Math.min(1, x / widthMm));
  return isLight ? [235 * shade, 232 * shade, 225 * shade] : [35 * shade, 35 * shade, 40 * shade];
};

const SMALL = { width: 840, height: 640 };
const UPRIGHT = [
  { x: 230, y: 50 },
  { x: 590, y: 70 },
  { x: 640, y: 590 },
  { x: 170, y: 570 },
];
/** The same with the page turned so many quarters with the clock. */
const turned = (quarters: number): Point[] => UPRIGHT.map((_, i) => UPRIGHT[(i + quarters) % 4]);

const offIn = (
  corners: Point[],
  how: Parameters<typeof photoOf>[3],
): { off: number; found: number; bend: number | null } => {
  const { picture, toPhoto } = photoOf(onBench, MARKER_PAGE, corners, { ...SMALL, ...how });
  const places = findMarkerPage(picture)!;
  expect(places).not.toBeNull();
  const size = trueSize(places, picture);
  const below = numbersBelow(7);
  const off = Array.from({ length: 200 }, () => {
    const mm = { x: below(widthMm), y: below(heightMm) };
    const seen = size.toThing(toPhoto(mm));
    return Math.hypot(seen.x - mm.x, seen.y - mm.y);
  }).sort((a, b) => a - b);
  return { off: off[190], found: places.length, bend: size.bend };
};

describe('a marker page in a photo', () => {
  it('is found whichever way it lies, and brings the photo to true size without a tap', () => {
    for (const quarters of [1, 2]) {
      const { off, found } = offIn(turned(quarters), { seed: quarters + 1 });
      expect(found).toBeGreaterThanOrEqual(dots.length - 1);
      expect(off).toBeLessThan(0.3);
    }
  });

  it('tells how the lens bends lines, and straightens them', () => {
    const { off, bend } = offIn(UPRIGHT, { bend: 0.08, seed: 3 });
    expect(bend).toBeCloseTo(0.08, 1);
    expect(off).toBeLessThan(0.4);
    // Lines that are taken for straight put everything elsewhere.
    const { picture, toPhoto } = photoOf(onBench, MARKER_PAGE, UPRIGHT, { ...SMALL, bend: 0.08, seed: 3 });
    const flat = trueSize(findMarkerPage(picture)!);
    expect(flat.bend).toBeNull();
    const middle = flat.toThing(toPhoto({ x: 105, y: 148 }));
    expect(Math.hypot(middle.x - 105, middle.y - 148)).toBeGreaterThan(2 * off);
  });

  it('is not found where there is none, nor in its mirror image, nor in a photo of one pixel', () => {
    const bench = photoOf(
      ({ x, y }) => (Math.sin(y / 4 + Math.sin(x / 30)) > 0.9 ? [70, 45, 30] : [150, 110, 75]),
      MARKER_PAGE,
      UPRIGHT,
      SMALL,
    );
    expect(findMarkerPage(bench.picture)).toBeNull();
    const mirrored = [UPRIGHT[1], UPRIGHT[0], UPRIGHT[3], UPRIGHT[2]];
    expect(findMarkerPage(photoOf(onBench, MARKER_PAGE, mirrored, SMALL).picture)).toBeNull();
    expect(
      findMarkerPage({ width: 1, height: 1, data: Uint8ClampedArray.of(9, 9, 9, 255), dotsPerInch: null }),
    ).toBeNull();
  });

  it('is found though something lies on a corner of it', () => {
    const covered = (at: Point): [number, number, number] =>
      Math.hypot(at.x - 210, at.y - 150) < 22 ? [90, 60, 50] : onBench(at);
    const { picture } = photoOf(covered, MARKER_PAGE, UPRIGHT, SMALL);
    const places = findMarkerPage(picture);
    expect(places!.length).toBeGreaterThanOrEqual(16);
    expect(places!.length).toBeLessThan(dots.length);
  });
});
