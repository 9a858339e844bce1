import fc from 'fast-check';
import {
  composeAffine,
  contourBounds,
  flatten,
  nestRings,
  signedArea,
  transformContour,
  type CurveContour,
} from '../geometry';
import {
  bridged,
  bridgeInDrawing,
  fitScale,
  KNOWN_SIZES,
  largestFirst,
  matchParts,
  outermostFirst,
  outlineAt,
  planeOf,
  strayLabels,
  type ArtworkPlace,
} from './index';

const square = (x: number, y: number, side: number): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [
    ['L', x + side, y],
    ['L', x + side, y + side],
    ['L', x, y + side],
  ],
});
const place = (over: Partial<ArtworkPlace> = {}): ArtworkPlace => ({
  drawn: { minX: 10, minY: 20, maxX: 50, maxY: 80 },
  scaleX: 1,
  scaleY: 1,
  xMm: 0,
  yMm: 0,
  isReversed: false,
  ...over,
});
const area = (contours: CurveContour[]) =>
  contours.reduce((sum, contour) => sum + signedArea(flatten(contour, 0.005).points), 0);
const IDENTITY = [1, 0, 0, 1, 0, 0] as const;

describe('how a drawing stands in the job', () => {
  it('its corner stands at its place, whatever its scale', () => {
    const [scaleX, scaleY] = [2, 0.5];
    const moved = transformContour(square(10, 20, 40), planeOf(place({ scaleX, scaleY, xMm: 7, yMm: -3 })));
    expect(contourBounds([moved])).toEqual({ minX: 7, minY: -3, maxX: 87, maxY: 17 });
  });

  it('one that was drawn reversed is turned back within its own box', () => {
    const [x, y] = transformContour(square(10, 20, 1), planeOf(place({ isReversed: true }))).start;
    expect([x, y]).toEqual([40, 0]);
  });
});

describe('an outline at an exact distance', () => {
  it('keeps its distance at every scale of what it is made from', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (scale, gap) => {
          const scaled = [transformContour(square(0, 0, 20), [scale, 0, 0, scale, 0, 0])];
          const box = contourBounds(outlineAt(scaled, gap))!;
          expect(box.minX).toBeCloseTo(-gap, 2);
          expect(box.maxX - 20 * scale).toBeCloseTo(gap, 2);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('inside, holes grow, and a part that is too thin vanishes', () => {
    const ring = outlineAt([square(0, 0, 40), square(10, 10, 20)], -2);
    expect(Math.abs(area(ring))).toBeCloseTo(36 * 36 - (24 * 24 - (4 - Math.PI) * 4), 0);
    expect(outlineAt([square(0, 0, 3)], -2)).toEqual([]);
  });
});

describe('bridges', () => {
  it('hold an island: what was one ring becomes two pieces with no hole', () => {
    const letter = [square(0, 0, 40), square(10, 10, 20)];
    const held = bridged(letter, [{ x: 20, y: 20, angle: 0, lengthMm: 60, widthMm: 2 }], IDENTITY);
    expect(held).toHaveLength(2);
    expect(nestRings(held.map((contour) => flatten(contour, 0.01).points)).flat()).toEqual([]);
    expect(held.reduce((sum, contour) => sum + Math.abs(area([contour])), 0)).toBeCloseTo(1200 - 2 * 10 * 2, 3);
  });

  it('stay as broad when the drawing is scaled, and turn with it', () => {
    const scaled = [transformContour(square(0, 0, 40), [3, 0, 0, 3, 0, 0])];
    const held = bridged(scaled, [{ x: 20, y: 20, angle: Math.PI / 2, lengthMm: 60, widthMm: 2 }], [3, 0, 0, 3, 0, 0]);
    expect(held.reduce((sum, contour) => sum + Math.abs(area([contour])), 0)).toBeCloseTo(120 * 120 - 2 * 120, 2);
    expect(bridged(scaled, [], IDENTITY)).toEqual(scaled);
  });
});

describe('a bridge proposed on the sheet', () => {
  it('holds the same island when it is taken back into the drawing, turned over and scaled', () => {
    const plane = [2, 0, 0, 2, 5, 7] as const;
    const sheet = [-1, 0, 0, 1, 200, 10] as const;
    const toSheet = composeAffine(plane, sheet);
    const letter = [square(0, 0, 40), square(10, 10, 20)];
    const onSheet = letter.map((contour) => transformContour(contour, toSheet));
    const wish = { x: 155, y: 57, angle: 0.4, lengthMm: 200, widthMm: 3 };
    expect(bridgeInDrawing(wish, toSheet)).toMatchObject({ lengthMm: 100, widthMm: 3 });
    const there = bridged(onSheet, [wish], IDENTITY);
    const back = bridged(
      letter.map((contour) => transformContour(contour, plane)),
      [bridgeInDrawing(wish, toSheet)],
      plane,
    ).map((contour) => transformContour(contour, sheet));
    const total = (contours: CurveContour[]) => contours.reduce((sum, contour) => sum + Math.abs(area([contour])), 0);
    expect(there).toHaveLength(2);
    expect(back).toHaveLength(2);
    expect(total(back)).toBeCloseTo(total(there), 1);
    expect(contourBounds(back)!.minX).toBeCloseTo(contourBounds(there)!.minX, 2);
  });
});

describe('the order of contours', () => {
  const [plate, inner, dot, aside] = [square(0, 0, 40), square(10, 10, 20), square(15, 15, 5), square(60, 0, 10)];

  it('puts the outermost first, whatever the order they come in', () => {
    expect(outermostFirst([dot, aside, plate, inner])).toEqual([plate, aside, inner, dot]);
  });

  it('puts the largest first', () => {
    const named = { dot, inner, plate };
    expect(largestFirst(['dot', 'inner', 'plate'] as const, (name) => named[name])).toEqual(['plate', 'inner', 'dot']);
  });
});

describe('finding parts again in another reading', () => {
  const part = (x: number, y: number, size: number, colour = '#000000') => ({
    colour,
    layer: null,
    bounds: { minX: x, minY: y, maxX: x + size, maxY: y + size },
  });

  it('by their place, at another scale too, and new ones are new', () => {
    const before = [part(0, 0, 10), part(20, 0, 10), part(0, 40, 5)];
    const scaled = before.map(({ colour, layer, bounds: b }) => ({
      colour,
      layer,
      bounds: { minX: b.minX * 3, minY: b.minY * 3, maxX: b.maxX * 3, maxY: b.maxY * 3 },
    }));
    expect(matchParts(before, [scaled[2], scaled[0], scaled[1], part(60, 60, 9)])).toEqual([2, 0, 1, null]);
  });

  it('by their colour where several lie in the same place', () => {
    const before = [part(0, 0, 10, '#ff0000'), part(0, 0, 10, '#00ff00')];
    expect(matchParts(before, [part(0, 0, 10, '#00ff00'), part(0, 0, 10, '#ff0000')])).toEqual([1, 0]);
  });
});

describe('stray labels', () => {
  const item = (id: string, x: number, y: number, w: number, h: number, isClosed = true) => ({
    id,
    isClosed,
    bounds: { minX: x, minY: y, maxX: x + w, maxY: y + h },
  });
  const work = [item('a', 0, 0, 60, 60), item('b', 70, 0, 60, 60), item('c', 5, 5, 50, 50), item('e', 80, 8, 40, 40)];

  it('are small groups far from the rest', () => {
    const label = ['L1', 'L2', 'L3'].map((id, i) => item(id, 10 + i * 5, 90, 4, 6));
    expect(strayLabels([...work, ...label]).map((group) => group.sort())).toEqual([['L1', 'L2', 'L3']]);
  });

  it('are not small parts beside or inside the work, nor open lines', () => {
    expect(strayLabels([...work, item('x', 20, 20, 4, 6), item('y', 25, 20, 4, 6)])).toEqual([]);
    expect(strayLabels([...work, item('x', 20, 90, 4, 6, false), item('y', 25, 90, 4, 6, false)])).toEqual([]);
  });
});

describe('sizes of measured things', () => {
  it('fit by width, or within both', () => {
    expect(fitScale({ widthMm: 100, heightMm: 50 }, { widthMm: 255, heightMm: null })).toBeCloseTo(2.55, 9);
    expect(fitScale({ widthMm: 100, heightMm: 200 }, { widthMm: 85, heightMm: 85 })).toBeCloseTo(0.425, 9);
    expect(fitScale({ widthMm: 0, heightMm: 0 }, { widthMm: 85, heightMm: 85 })).toBe(1);
    expect(new Set(KNOWN_SIZES.map(({ name }) => name)).size).toBe(KNOWN_SIZES.length);
  });
});
