import { numbersBelow } from '../../testing/random';
import { photoOf } from '../../testing/photo-of';
import { isInside, signedArea, type Point } from '../geometry';
import {
  cornersOf,
  KNOWN_SIZES,
  pieceOutline,
  straightened,
  TapsRefusedError,
  trueSize,
  type TappedPlace,
} from './index';

const { a4, card } = KNOWN_SIZES;
/** As one stands over a mat and holds the phone a little askew. */
const ASKEW = [
  { x: 220, y: 110 },
  { x: 960, y: 150 },
  { x: 1080, y: 820 },
  { x: 120, y: 780 },
];
const refused = (places: TappedPlace[]): string => {
  try {
    trueSize(places);
  } catch (error) {
    if (error instanceof TapsRefusedError) return error.message;
    throw error;
  }
  throw new Error('it was not refused');
};
const tapped = (px: readonly Point[], mm = cornersOf(a4)): TappedPlace[] => mm.map((at, i) => ({ mm: at, px: px[i] }));

describe('a photo brought to true size', () => {
  it('shows 95 of 100 places within 0.5 mm on A4, from four taps that are each a pixel off', () => {
    const below = numbersBelow(20_261_128);
    const about = (most: number) => (most * (below(2001) - 1000)) / 1000;
    const off: number[] = [];
    for (let shot = 0; shot < 200; shot++) {
      // A phone photo of 12 million pixels, askew each time in its own way.
      const corners = ASKEW.map(({ x, y }) => ({ x: 3.3 * (x + about(60)), y: 3.3 * (y + about(60)) }));
      const truth = trueSize(tapped(corners));
      const found = trueSize(
        tapped(
          corners.map(({ x, y }) => {
            const angle = below(6284) / 1000;
            return { x: x + Math.cos(angle), y: y + Math.sin(angle) };
          }),
        ),
      );
      for (let k = 0; k < 40; k++) {
        const place = { x: below(2100) / 10, y: below(2970) / 10 };
        const seen = found.toThing(truth.toPhoto(place));
        off.push(Math.hypot(seen.x - place.x, seen.y - place.y));
      }
    }
    off.sort((a, b) => a - b);
    expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(0.5);
    expect(off[Math.floor(0.5 * off.length)]).toBeGreaterThan(0.02);
  });

  it('goes by more places the better, and says what is left over', () => {
    const truth = trueSize(tapped(ASKEW));
    const below = numbersBelow(5);
    const grid = [0, 70, 140, 210].flatMap((x) => [0, 99, 198, 297].map((y) => ({ x, y })));
    const noisy = grid.map((mm): TappedPlace => {
      const px = truth.toPhoto(mm);
      return { mm, px: { x: px.x + (below(201) - 100) / 100, y: px.y + (below(201) - 100) / 100 } };
    });
    const many = trueSize(noisy);
    expect(many.residualMm).toBeGreaterThan(0.05);
    expect(many.residualMm).toBeLessThan(0.6);
    const place = { x: 100, y: 150 };
    const seen = many.toThing(truth.toPhoto(place));
    expect(Math.hypot(seen.x - place.x, seen.y - place.y)).toBeLessThan(0.3);
    expect(trueSize(tapped(ASKEW)).residualMm).toBeLessThan(1e-9);
  });

  it('refuses taps that cannot be so', () => {
    expect(refused(tapped(ASKEW).slice(0, 3))).toMatch(/Four places have to be tapped; 3 were/);
    expect(refused(tapped([0, 1, 2, 3].map((i) => ({ x: 100 * i, y: 50 * i }))))).toMatch(/in a line/);
    expect(refused(tapped([ASKEW[0], ASKEW[2], ASKEW[1], ASKEW[3]]))).toMatch(/crossed order/);
    expect(refused(tapped([ASKEW[1], ASKEW[0], ASKEW[3], ASKEW[2]]))).toMatch(/crossed order/);
    expect(refused(tapped(ASKEW.map(({ x, y }) => ({ x: x / 100, y: y / 100 }))))).toMatch(/few pixels/);
    expect(refused(tapped([{ x: Number.NaN, y: 1 }, ...ASKEW.slice(1)]))).toMatch(/no number/);
  });
});

describe('a straightened photo', () => {
  const squares = ({ x, y }: Point): [number, number, number] =>
    x < 0 || y < 0 || x > a4.widthMm || y > a4.heightMm
      ? [40, 60, 40]
      : (Math.floor(x / 30) + Math.floor(y / 27)) % 2
        ? [240, 240, 235]
        : [30, 30, 160];

  it('has every square where it is on the thing', () => {
    const { picture } = photoOf(squares, a4, ASKEW, { blur: 0 });
    const flat = straightened(picture, trueSize(tapped(ASKEW)), { minX: 0, minY: 0, maxX: 210, maxY: 297 }, 2);
    expect([flat.width, flat.height]).toEqual([420, 594]);
    for (let x = 15; x < 210; x += 30)
      for (let y = 13.5; y < 297; y += 27) {
        const i = 4 * (Math.floor(y * 2) * flat.width + Math.floor(x * 2));
        const isLight = flat.data[i] > 130;
        expect(isLight).toBe(squares({ x, y })[0] > 130);
      }
  });

  it('is clear where the photo shows nothing, and no larger than a phone can show', () => {
    const { picture } = photoOf(squares, a4, ASKEW, { blur: 0 });
    const flat = straightened(picture, trueSize(tapped(ASKEW)), { minX: -400, minY: 0, maxX: 600, maxY: 60 }, 20);
    expect([flat.width, flat.height]).toEqual([2400, 144]);
    expect(flat.data[3]).toBe(0);
  });

  it('gives a photo of one pixel back as what it is', () => {
    const one = { width: 1, height: 1, data: Uint8ClampedArray.of(9, 9, 9, 255), dotsPerInch: null };
    expect(() =>
      straightened(one, trueSize(tapped(ASKEW)), { minX: 0, minY: 0, maxX: 85.6, maxY: 53.98 }, 1),
    ).not.toThrow();
    expect(cornersOf(card)[2]).toEqual({ x: 85.6, y: 53.98 });
  });
});

describe('the outline of a piece in its photo', () => {
  const piece: Point[] = [
    { x: 30, y: 40 },
    { x: 150, y: 30 },
    { x: 180, y: 120 },
    { x: 110, y: 150 },
    { x: 120, y: 240 },
    { x: 40, y: 220 },
  ];
  const area = Math.abs(signedArea(piece));
  const onMat = (at: Point): [number, number, number] => (isInside(at, piece) ? [180, 90, 40] : [50, 110, 80]);

  it('is found by one tap inside, within 1 % of its area', () => {
    for (const seed of [1, 2]) {
      const corners = ASKEW.map(({ x, y }) => ({ x: x + 20 * seed, y }));
      const { picture } = photoOf(onMat, a4, corners, { seed });
      const flat = straightened(picture, trueSize(tapped(corners)), { minX: 0, minY: 0, maxX: 210, maxY: 297 }, 3);
      const outline = pieceOutline(flat, { x: 90, y: 100 });
      expect(Math.abs(Math.abs(signedArea(outline)) / area - 1)).toBeLessThan(0.01);
      for (const corner of piece)
        expect(Math.min(...outline.map(({ x, y }) => Math.hypot(x - corner.x, y - corner.y)))).toBeLessThan(1);
      expect(outline.length).toBeLessThan(60);
    }
  });

  it('is refused where there is none', () => {
    const { picture } = photoOf(onMat, a4, ASKEW);
    const flat = straightened(picture, trueSize(tapped(ASKEW)), { minX: 0, minY: 0, maxX: 210, maxY: 297 }, 2);
    expect(() => pieceOutline(flat, { x: 900, y: 10 })).toThrow(/beside the photo/);
    expect(() => pieceOutline(flat, { x: 90, y: 100 }, 0)).toThrow(/Nothing of one colour/);
    expect(() => pieceOutline(flat, { x: 90, y: 100 }, 441)).toThrow(/All of the photo/);
  });
});
