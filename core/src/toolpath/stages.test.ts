import fc from 'fast-check';
import {
  boundsOf,
  distance,
  isInside,
  offset,
  regionArea,
  signedArea,
  type Bounds,
  type Point,
  type Polyline,
} from '../geometry';
import { tipWays } from '../standins';
import {
  kerfOf,
  orderContours,
  planToolpath,
  proposedTabs,
  tabNear,
  tabsApart,
  trailed,
  travelLength,
  withKerf,
  withTabs,
} from './index';

const square = (x: number, y: number, size: number): Polyline => ({
  closed: true,
  points: [
    { x, y },
    { x: x + size, y },
    { x: x + size, y: y + size },
    { x, y: y + size },
  ],
});
const circle = (x: number, y: number, radius: number, pieces = 180): Polyline => ({
  closed: true,
  points: Array.from({ length: pieces }, (_, i) => ({
    x: x + radius * Math.cos((2 * Math.PI * i) / pieces),
    y: y + radius * Math.sin((2 * Math.PI * i) / pieces),
  })),
});
const home = { x: 0, y: 0 };
const plain = { start: home, insideFirst: true, passes: 1, overcutMm: 0 };

/** How far a point lies from a line, mm. */
const off = ({ x, y }: Point, { points, closed }: Polyline): number =>
  Math.min(
    ...points.slice(0, closed ? points.length : -1).map((a, i) => {
      const b = points[(i + 1) % points.length];
      const long = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
      const t = Math.min(1, Math.max(0, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / long));
      return Math.hypot(a.x + (b.x - a.x) * t - x, a.y + (b.y - a.y) * t - y);
    }),
  );

describe('the kerf', () => {
  it('is taken from the waste: outward round a part, inward in its hole, the same in what lies in the hole', () => {
    const moved = withKerf([square(0, 0, 60), square(10, 10, 40), square(20, 20, 20)], 0.2).flat();
    expect(moved.map(({ isHole }) => isHole)).toEqual([false, true, false]);
    expect(
      moved.map(({ points }) => boundsOf(points)).map((box) => Number((box!.maxX - box!.minX).toFixed(3))),
    ).toEqual([60.2, 39.8, 20.2]);
  });

  it('leaves a part its true size, whatever its outline, once the beam has taken its width away', () => {
    const corners = fc.uniqueArray(fc.integer({ min: 0, max: 35 }), { minLength: 3, maxLength: 12 });
    fc.assert(
      fc.property(corners, fc.integer({ min: 5, max: 40 }), (turns, hundredths) => {
        // Never more than a third of the way round without a corner, so that no edge crosses another.
        const points = [...new Set([...turns, 0, 12, 24])]
          .sort((a, b) => a - b)
          .map((turn, i) => ({
            x: 50 + (20 + (i % 3) * 6) * Math.cos((turn * Math.PI) / 18),
            y: 50 + (20 + (i % 3) * 6) * Math.sin((turn * Math.PI) / 18),
          }));
        const kerf = hundredths / 100;
        const [[line]] = withKerf([{ closed: true, points }], kerf);
        const left = offset([line.points], -kerf / 2);
        // What a corner inside loses is rounded by the beam itself.
        expect(Math.abs(regionArea(left) - Math.abs(signedArea(points)))).toBeLessThan(
          0.02 * Math.abs(signedArea(points)) + 0.05,
        );
        expect(Math.sign(signedArea(line.points))).toBe(Math.sign(signedArea(points)));
      }),
      { numRuns: 50 },
    );
  });

  it('leaves open lines, and a hole that is narrower than the beam, where they are', () => {
    const line: Polyline = { closed: false, points: [home, { x: 5, y: 5 }] };
    const moved = withKerf([square(0, 0, 10), square(4, 4, 0.2), line], 0.4).flat();
    expect(moved).toHaveLength(3);
    expect(boundsOf(moved[1].points)).toMatchObject({ minX: 4, maxX: 4.2 });
    expect(moved[2]).toEqual(line);
  });

  it('is taken from within where a line lies in another of the same cut, and from outside again in what lies in that', () => {
    const moved = withKerf([circle(30, 30, 3), square(0, 0, 60), square(80, 0, 5)], 0.2).flat();
    expect(moved.map(({ isHole }) => isHole)).toEqual([true, false, false]);
    const box = boundsOf(moved[0].points)!;
    expect((box.maxX - box.minX) / 2).toBeCloseTo(2.9, 2);
  });

  it('leaves a hole where it closes the mouth of a bay', () => {
    const bay = [
      [0, 0],
      [20, 0],
      [20, 9.95],
      [15, 9.95],
      [15, 5],
      [5, 5],
      [5, 15],
      [15, 15],
      [15, 10.05],
      [20, 10.05],
      [20, 20],
      [0, 20],
    ].map(([x, y]) => ({ x, y }));
    for (const points of [bay, [...bay].reverse()]) {
      const [rings] = withKerf([{ closed: true, points }], 0.2);
      expect(rings.map(({ isHole }) => isHole).sort()).toEqual([false, true]);
      const within = rings.find(({ isHole }) => isHole)!;
      const { strokes } = planToolpath({ ...plain, contours: rings, leadInMm: 1 });
      const begun = strokes.find((stroke) => stroke.points.includes(within.points[0]))!;
      expect(isInside(begun.points[0], within.points)).toBe(true);
    }
  });

  it('takes a line that was drawn twice for no hole of itself', () => {
    const again = { ...circle(30, 30, 3), points: circle(30, 30, 3 - 1e-9).points };
    expect(withKerf([circle(30, 30, 3), again], 0.2).flatMap((lines) => lines.map(({ isHole }) => isHole))).toEqual([
      false,
      false,
    ]);
  });

  it('is known from ten strips laid side by side', () => {
    expect(kerfOf({ strips: 10, stripMm: 10, measuredMm: 98.2 })).toBe(0.18);
    expect(() => kerfOf({ strips: 10, stripMm: 10, measuredMm: 104 })).toThrow('104 mm came');
  });
});

describe('tabs', () => {
  it('stand evenly round an outline, and never in a corner', () => {
    const tabs = proposedTabs(square(0, 0, 40), { count: 4, widthMm: 2 });
    expect(tabs).toHaveLength(4);
    for (const { at } of tabs)
      for (const corner of square(0, 0, 40).points)
        expect(Math.hypot(at.x - corner.x, at.y - corner.y)).toBeGreaterThan(2);
    expect(new Set(tabs.map(({ alongMm }) => Math.round(alongMm / 40 - 0.5))).size).toBe(4);
  });

  it('are fewer on a small outline, and none where everything is corners', () => {
    expect(proposedTabs(square(0, 0, 4), { count: 4, widthMm: 2 }).length).toBeLessThanOrEqual(2);
    expect(proposedTabs(square(0, 0, 1), { count: 4, widthMm: 2 })).toEqual([]);
  });

  it('are none round a hole: what falls out there is waste', () => {
    expect(proposedTabs({ ...square(0, 0, 40), isHole: true }, { count: 4, widthMm: 2 })).toEqual([]);
  });

  it('never run together where few places are far enough from a corner', () => {
    const points = [
      [0, 0],
      [30, 0],
      [30, 10],
      [15, 10],
      [15, 2],
      [10, 2],
      [10, 10],
      [0, 10],
    ].map(([x, y]) => ({ x, y }));
    const tabs = proposedTabs({ closed: true, points }, { count: 4, widthMm: 5 });
    expect(tabs.length).toBeGreaterThanOrEqual(2);
    tabs.forEach((tab, i) =>
      tabs
        .slice(i + 1)
        .forEach((other) => expect(Math.abs(tab.alongMm - other.alongMm)).toBeGreaterThanOrEqual(15 - 1e-9)),
    );
  });

  it('do not crowd a short outline: from one to the next are three widths at least, all the way round', () => {
    for (const size of [3, 5, 8, 13, 40])
      for (const count of [2, 3, 5, 9, 20]) {
        const line = circle(50, 50, size, 64);
        const length = line.points.reduce((sum, at, i) => sum + distance(at, line.points[(i + 1) % 64]), 0);
        const along = proposedTabs(line, { count, widthMm: 1.5 }).map(({ alongMm }) => alongMm);
        along
          .sort((a, b) => a - b)
          .forEach((here, i) => {
            const next = i + 1 < along.length ? along[i + 1] : along[0] + length;
            if (along.length > 1) expect(next - here).toBeGreaterThanOrEqual(4.5 - 1e-6);
          });
      }
  });

  it('that are chosen come no nearer than twice their width, and the first that was chosen stays', () => {
    const ring = square(0, 0, 40);
    const chosen = [10, 12.9, 13, 30].map((x) => tabNear(ring, { x, y: 0 }, 1.5)!);
    expect(tabsApart(chosen, ring, 1.5).map(({ alongMm }) => alongMm)).toEqual([10, 13, 30]);
  });

  it('are left standing by the stroke, pass for pass, at their width', () => {
    const outline = withTabs(square(0, 0, 40), proposedTabs(square(0, 0, 40), { count: 3, widthMm: 1.5 }), 1.5);
    const [stroke] = planToolpath({ ...plain, contours: [outline], passes: 2 }).strokes;
    const lengthOf = (share: number) =>
      stroke.power!.reduce(
        (sum, power, i) =>
          power === share
            ? sum + Math.hypot(stroke.points[i + 1].x - stroke.points[i].x, stroke.points[i + 1].y - stroke.points[i].y)
            : sum,
        0,
      );
    expect(lengthOf(0)).toBeCloseTo(2 * 3 * 1.5, 6);
    expect(lengthOf(1)).toBeCloseTo(2 * (160 - 4.5), 6);
  });

  it('stand also across the first point of a ring that bends all along', () => {
    const ring = circle(50, 50, 20);
    const outline = withTabs(ring, [tabNear(ring, { x: 71, y: 50 }, 3)!], 3);
    const [stroke] = planToolpath({ ...plain, contours: [outline] }).strokes;
    expect(stroke.power![0]).toBe(1);
    const standing = stroke.points.filter((_, i) => i > 0 && stroke.power![i - 1] === 0 && stroke.power![i] === 0);
    expect(standing.every((point) => Math.hypot(point.x - 70, point.y - 50) < 1.6)).toBe(true);
  });

  it('are refused where a corner is too near', () => {
    expect(tabNear(square(0, 0, 40), { x: 1, y: -1 }, 2)).toBeNull();
    expect(tabNear(square(0, 0, 40), { x: 12, y: 3 }, 2)).toMatchObject({ alongMm: 12, offMm: 3 });
  });

  it('lift a blade', () => {
    const outline = withTabs(square(0, 0, 40), proposedTabs(square(0, 0, 40), { count: 4, widthMm: 2 }), 2);
    const { strokes } = planToolpath({ ...plain, contours: [outline], trailMm: 0.25 });
    expect(strokes.length).toBeGreaterThanOrEqual(4);
  });
});

describe('a lead-in', () => {
  it('comes out of the waste: beside the part, and within its hole', () => {
    const contours = withKerf([square(0, 0, 60), circle(30, 30, 15)], 0).flat();
    const { strokes } = planToolpath({ ...plain, contours, leadInMm: 2 });
    const [hole, outer] = strokes;
    expect(isInside(hole.points[0], contours[1].points)).toBe(true);
    expect(isInside(outer.points[0], contours[0].points)).toBe(false);
    for (const { points } of strokes)
      expect(Math.hypot(points[1].x - points[0].x, points[1].y - points[0].y)).toBeCloseTo(2, 6);
  });

  it('is shorter, or not there, where another line is in the way', () => {
    const tight = withKerf([square(0, 0, 10), square(10.3, 0, 10), square(-10.3, 0, 10)], 0).flat();
    const { strokes } = planToolpath({ ...plain, contours: tight, leadInMm: 2 });
    for (const { points } of strokes) {
      const crossed = tight.filter((other) => isInside(points[0], other.points));
      expect(crossed).toEqual([]);
    }
  });
});

describe('a blade that trails behind its holder', () => {
  const trail = 0.5;
  const drawn = [
    square(20, 20, 30),
    circle(90, 40, 12),
    {
      closed: true,
      points: [
        { x: 20, y: 80 },
        { x: 60, y: 84 },
        { x: 22, y: 90 },
      ],
    },
  ];
  const cutBy = (ways: readonly (readonly Point[])[], heading: number) => tipWays(ways, trail, heading).flat();

  it.each([0, 1, 2.5, 4])(
    'cuts every corner within 0.05 mm when it is led, whichever way it points at first (%s)',
    (heading) => {
      const { strokes } = planToolpath({ ...plain, contours: drawn, trailMm: trail, overcutMm: 1 });
      const cut = cutBy(
        strokes.map(({ points }) => points),
        heading,
      );
      for (const { points } of drawn.map((line) =>
        line.points.length > 100 ? { points: line.points.filter((_, i) => i % 20 === 0) } : line,
      ))
        for (const corner of points) {
          const nearest = Math.min(...cut.map((at) => Math.hypot(at.x - corner.x, at.y - corner.y)));
          expect(nearest).toBeLessThan(0.05);
        }
    },
  );

  const everyHeading = Array.from({ length: 72 }, (_, i) => (i * Math.PI) / 36);
  /** How far the edge stays from the farthest of some places, whichever way the blade stood before, mm. */
  const worst = (contours: readonly Polyline[], places: readonly Point[], reach?: Bounds) => {
    const { strokes } = planToolpath({ ...plain, contours, trailMm: trail, reach });
    return everyHeading.reduce((most, heading) => {
      const cut = cutBy(
        strokes.map(({ points }) => points),
        heading,
      );
      return Math.max(
        most,
        ...places.map((at) => cut.reduce((least, tip) => Math.min(least, distance(tip, at)), Infinity)),
      );
    }, 0);
  };
  const alongLine = (from: Point, to: Point) =>
    [0, 0.02, 0.05, 0.1, 0.3, 0.5, 1].map((t) => ({
      x: from.x + (to.x - from.x) * t,
      y: from.y + (to.y - from.y) * t,
    }));

  it('is turned by a lead-in that bends, whichever way it stands', () => {
    const { points } = square(20, 20, 30);
    const sides = points.flatMap((at, i) => alongLine(at, points[(i + 1) % 4]));
    expect(worst([square(20, 20, 30)], sides)).toBeLessThan(0.05);
    const slit = [
      { x: 20, y: 20 },
      { x: 40, y: 30 },
    ];
    expect(worst([{ closed: false, points: slit }], alongLine(slit[0], slit[1]))).toBeLessThan(0.05);
  });

  it('is turned outside a piece where its first cut is a slit in it, and within reach', () => {
    const piece = square(3, 3, 40);
    const slit = [
      { x: 10, y: 20 },
      { x: 30, y: 20 },
    ];
    const contours = [piece, { closed: false, points: slit }];
    const reach = { minX: 0, minY: 0, maxX: 300, maxY: 300 };
    expect(worst(contours, alongLine(slit[0], slit[1]), reach)).toBeLessThan(0.05);
    const [turning] = planToolpath({ ...plain, contours, trailMm: trail, reach }).strokes;
    for (const at of turning.points) {
      expect(isInside(at, piece.points)).toBe(false);
      expect(Math.min(at.x, at.y)).toBeGreaterThanOrEqual(0);
    }
  });

  it('keeps to the drawing all along, but for where it is turned in the waste at first', () => {
    const { strokes } = planToolpath({ ...plain, contours: drawn, trailMm: trail, overcutMm: 1 });
    const ways = tipWays(
      strokes.map(({ points }) => points),
      trail,
      2,
    );
    ways.forEach((way, i) => {
      // From where it first reaches one of the lines on: before that it is turned.
      const reached = way.findIndex((at) => drawn.some((line) => off(at, line) < 0.01));
      expect(reached * 0.01).toBeLessThan(20 * trail);
      const cut = i === 0 ? way.slice(reached) : way;
      const far = cut
        .filter((_, k) => k % 7 === 0)
        .reduce((most, at) => Math.max(most, Math.min(...drawn.map((line) => off(at, line)))), 0);
      expect(far).toBeLessThan(0.05);
    });
  });

  it('rounds the corners when it is not led', () => {
    const ring = [...drawn[0].points, drawn[0].points[0]];
    const cut = cutBy([ring], 0);
    const missed = drawn[0].points.map((corner) =>
      Math.min(...cut.map((at) => Math.hypot(at.x - corner.x, at.y - corner.y))),
    );
    expect(Math.max(...missed)).toBeGreaterThan(0.15);
  });

  it('is not led at all without a trail', () => {
    const strokes = [{ points: [home, { x: 5, y: 0 }] }];
    expect(trailed(strokes, 0)).toEqual(strokes);
    expect(() => trailed(strokes, -1)).toThrow('0 mm or more');
  });
});

/** Length of the shortest tree that joins all points (Prim 1957): no way through all of them is shorter. */
function spanningTree(points: readonly Point[]): number {
  const far = new Float64Array(points.length).fill(Infinity);
  const joined = new Uint8Array(points.length);
  far[0] = 0;
  let length = 0;
  for (let k = 0; k < points.length; k++) {
    let next = -1;
    for (let i = 0; i < points.length; i++) if (!joined[i] && (next < 0 || far[i] < far[next])) next = i;
    joined[next] = 1;
    length += far[next];
    for (let i = 0; i < points.length; i++)
      if (!joined[i]) far[i] = Math.min(far[i], Math.hypot(points[i].x - points[next].x, points[i].y - points[next].y));
  }
  return length;
}

describe('the way between lines', () => {
  const random = fc.sample(
    fc.tuple(fc.double({ min: 0, max: 600, noNaN: true }), fc.double({ min: 0, max: 400, noNaN: true })),
    {
      numRuns: 500,
      seed: 4,
    },
  );

  it('is near the bound below which none can be', () => {
    const contours = random.map(([x, y]) => circle(x, y, 0.05, 6));
    const { strokes } = planToolpath({ ...plain, contours });
    const bound = spanningTree([home, ...random.map(([x, y]) => ({ x, y }))]);
    expect(travelLength(strokes, home) / bound).toBeLessThan(1.17);
  });

  it('is no longer than it was before it was shortened, inside still before outside', () => {
    const nested = random.slice(0, 60).flatMap(([x, y]) => [square(x, y, 9), square(x + 3, y + 3, 3)]);
    const kept = nested.filter((_, i) => i % 2 === 1 || true);
    const all = orderContours({ contours: kept, start: home, insideFirst: true });
    const quick = orderContours({ contours: kept, start: home, insideFirst: true, effort: 'quick' });
    const lengthOf = (turns: typeof all) => {
      let here = home;
      return turns.reduce((sum, { index, startIndex }) => {
        const next = kept[index].points[startIndex];
        const way = Math.hypot(next.x - here.x, next.y - here.y);
        here = next;
        return sum + way;
      }, 0);
    };
    expect(lengthOf(all)).toBeLessThanOrEqual(lengthOf(quick) + 1e-6);
    for (const turns of [all, quick]) {
      const place = new Map(turns.map(({ index }, i) => [index, i]));
      for (let i = 0; i < kept.length; i += 2) expect(place.get(i + 1)!).toBeLessThan(place.get(i)!);
    }
  });

  it('goes from the edge that is fed first onwards where the sheet is weak', () => {
    const contours = random.slice(0, 80).map(([x, y]) => square(x, y, 4));
    const turns = orderContours({ contours, start: home, insideFirst: true, order: 'near-to-far' });
    const bands = turns.map(({ index }) => Math.floor(contours[index].points[0].y / 40));
    expect(bands).toEqual([...bands].sort((a, b) => a - b));
    expect(turns).toHaveLength(contours.length);
  });
});
