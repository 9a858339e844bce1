import { boxAt } from '../../../testing/job';
import { boundsOf, transformContour, type CurveContour } from '../../geometry';
import { planeAt } from '../place';
import { moreCopies } from './more-copies';
import { layClosely, smallestThatTakes, type CloseLaying, type ClosePiece, type CloseWish } from './lay-closely';

const clock = () => {
  let at = 0;
  return () => at++;
};
const piece = (id: string, width: number, length: number, more: Partial<ClosePiece> = {}): ClosePiece => ({
  id,
  outline: [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: length },
    { x: 0, y: length },
  ],
  reach: null,
  holes: [],
  count: 1,
  isRoll: false,
  ...more,
});
const plate = { id: 'plate', contours: [boxAt(100, 50, 40, 30)], count: 1 };
const letters = { id: 'letters', contours: [boxAt(110, 60, 20, 8)], count: 1 };
const star = { id: 'star', contours: [boxAt(200, 50, 10)], count: 3 };
const ask = (more: Partial<CloseWish>): CloseWish => ({
  parts: [plate, letters, star],
  turnedOver: false,
  asOne: false,
  copies: null,
  pieces: [piece('sheet', 200, 200)],
  turns: 'quarter',
  mayTurnOver: false,
  usesHoles: true,
  gapMm: 2,
  edgeMm: 5,
  seed: 1,
  millis: 100,
  ...more,
});
const lay = (more: Partial<CloseWish>) => layClosely(ask(more), clock());
const boxOn = (contours: CurveContour[], place: CloseLaying['lies'][number]) =>
  boundsOf(
    contours.flatMap((contour) => {
      const { start, segments } = transformContour(contour, planeAt(place));
      return [
        { x: start[0], y: start[1] },
        ...segments.map((segment) => ({ x: Number(segment.at(-2)), y: Number(segment.at(-1)) })),
      ];
    }),
  )!;

describe('laying the parts of a job closely', () => {
  it('keeps an engraving in its outline, and lays each thing as often as it lay', () => {
    const { lies, unplaced } = lay({});
    expect(unplaced).toEqual([]);
    const of = (id: string) => lies.filter(({ partId }) => partId === id);
    expect([of('plate').length, of('letters').length, of('star').length]).toEqual([1, 1, 3]);
    const { partId: _, ...place } = of('plate')[0];
    expect(of('letters')[0]).toEqual({ partId: 'letters', ...place });
  });

  it('brings parts to where it says, clear of each other and of the edge', () => {
    for (const turnedOver of [false, true]) {
      const { lies } = lay({ turnedOver, copies: 4, turns: 'free', millis: 300 });
      expect(lies).toHaveLength(12);
      expect(lies.every((lie) => lie.turnedOver === turnedOver)).toBe(true);
      const boxes = lies.map((lie) => boxOn(ask({}).parts.find(({ id }) => id === lie.partId)!.contours, lie));
      for (const box of boxes) {
        expect(Math.min(box.minX, box.minY)).toBeGreaterThan(5 - 1e-3);
        expect(Math.max(box.maxX, box.maxY)).toBeLessThan(195 + 1e-3);
      }
    }
  });

  it('keeps all in their places to each other where they are one', () => {
    const { lies } = lay({ asOne: true, copies: 2 });
    expect(lies).toHaveLength(6);
    const places = new Set(lies.map(({ x, y, angle }) => `${x} ${y} ${angle}`));
    expect(places.size).toBe(2);
  });

  it('lays as many as fit', () => {
    const { lies, unplaced } = lay({
      parts: [plate],
      copies: 'fit',
      gapMm: 0,
      edgeMm: 0,
      turns: 'none',
      pieces: [piece('sheet', 125, 95)],
    });
    expect([lies.length, unplaced]).toEqual([9, []]);
  });

  it('tells at once where nothing finds room', () => {
    const told: number[] = [];
    const wish = ask({ parts: [plate], pieces: [piece('scrap', 30, 20)] });
    layClosely(wish, clock(), ({ lies }) => told.push(lies.length));
    expect(told[0]).toBe(0);
  });

  it('stays within what the machine reaches, and off used spots', () => {
    const reach = { minX: 50, minY: 0, maxX: 200, maxY: 100 };
    const spot = [...piece('spot', 80, 60).outline].map(({ x, y }) => ({ x: x + 50, y }));
    const { lies } = lay({ pieces: [piece('sheet', 300, 300, { reach, holes: [spot] })], parts: [plate], copies: 2 });
    for (const lie of lies) {
      const box = boxOn(plate.contours, lie);
      expect(box.minX).toBeGreaterThan(54.9);
      expect(box.maxX).toBeLessThan(195.1);
      expect(box.minX > 134.9 || box.minY > 64.9).toBe(true);
    }
  });

  it('finds the smallest piece that takes all of it', () => {
    const pieces = [piece('roll', 300, 900), piece('scrap', 40, 40), piece('offcut', 90, 60)];
    expect(smallestThatTakes(ask({ pieces }), clock())).toBe('offcut');
    expect(smallestThatTakes(ask({ pieces, copies: 5 }), clock())).toBe('roll');
    expect(smallestThatTakes(ask({ pieces: [piece('scrap', 40, 40)] }), clock())).toBeNull();
  });

  it('finds room for more copies beside what lies there, turned as they are', () => {
    const wish = {
      parts: [plate],
      angle: 90,
      turnedOver: false,
      present: [{ contours: plate.contours, place: { x: -100, y: -50, angle: 0, turnedOver: false } }],
      piece: piece('sheet', 100, 100),
      count: 'fit' as const,
      gapMm: 1,
      edgeMm: 0,
    };
    const lies = moreCopies(wish, clock());
    expect(lies.length).toBeGreaterThan(2);
    expect(lies.every(({ angle }) => angle === 90)).toBe(true);
    const boxes = lies.map((lie) => boxOn(plate.contours, lie));
    for (const box of boxes) expect(box.minX > 40.9 || box.minY > 30.9).toBe(true);
    expect(moreCopies({ ...wish, count: 2 }, clock())).toHaveLength(2);
    expect(moreCopies({ ...wish, piece: piece('scrap', 45, 45) }, clock())).toEqual([]);
  });

  it('goes on from where it was', () => {
    const first = lay({ copies: 6, turns: 'free', millis: 200 });
    const next = layClosely(ask({ copies: 6, turns: 'free', millis: 200, seed: 9 }), clock(), undefined, first.nesting);
    expect(next.usedLengthMm).toBeLessThanOrEqual(first.usedLengthMm + 1e-6);
  });
});
