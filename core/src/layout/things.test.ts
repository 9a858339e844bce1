import { boxAt } from '../../testing/job';
import { liesOverSolid, lyingAt, movedPlace, planeAt, pointAt, snapped, solidOf, straightAt, thingsOn } from './index';

const bounds = (x: number, y: number, width: number, height = width) => ({
  minX: x,
  minY: y,
  maxX: x + width,
  maxY: y + height,
});
const laid = (stepId: string, box: ReturnType<typeof bounds>, at = { x: 0, y: 0 }) => ({
  id: `${stepId} part`,
  stepId,
  bounds: box,
  sheetId: 'sheet',
  place: straightAt(at),
});

describe('things on a sheet', () => {
  it('are a part with what other steps do in it, each where it lies', () => {
    const plates = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
    ].flatMap((at) => [
      laid('cut', bounds(0, 0, 40), at),
      laid('engrave', bounds(5, 5, 10), at),
      laid('engrave', bounds(20, 20, 10), at),
    ]);
    const things = thingsOn([...plates, laid('engrave', bounds(5, 5, 10), { x: 200, y: 3 })]);
    expect(things.map(({ members }) => members)).toEqual([[0, 1, 2], [3, 4, 5], [6]]);
    expect(things[1].bounds).toEqual(bounds(50, 0, 40));
    // Two parts of one step are two things, also where one lies in the other.
    expect(thingsOn([laid('cut', bounds(0, 0, 40)), laid('cut', bounds(5, 5, 10))])).toHaveLength(2);
    // What was moved to another place by itself is a thing of its own, also where it lies over another.
    const moved = [laid('cut', bounds(0, 0, 40)), laid('engrave', bounds(5, 5, 10), { x: 3, y: 0 })];
    expect(thingsOn(moved)).toHaveLength(2);
    expect(thingsOn([])).toEqual([]);
  });

  it('are turned about any point of the sheet, against the clock', () => {
    const place = { x: 10, y: 20, angle: 30, turnedOver: true };
    const about = { x: 50, y: 40 };
    const turned = movedPlace(place, { x: 0, y: 0 }, 90, about);
    const [before, after] = [place, turned].map((at) => pointAt({ x: 7, y: -3 }, at));
    // A quarter turn against the clock, with y down.
    expect(after.x - about.x).toBeCloseTo(before.y - about.y, 9);
    expect(after.y - about.y).toBeCloseTo(-(before.x - about.x), 9);
    expect(turned.angle).toBe(120);
    expect(movedPlace({ ...place, angle: 170 }, { x: 1, y: 2 }, 20, about).angle).toBe(-170);
    expect(movedPlace(place, { x: 1, y: 2 })).toEqual({ ...place, x: 11, y: 22 });
    expect(planeAt(movedPlace(place, { x: 5, y: 5 }, 360, about)).map((n) => n.toFixed(6))).toEqual(
      planeAt(movedPlace(place, { x: 5, y: 5 })).map((n) => n.toFixed(6)),
    );
  });

  it('snap to edges with their edges, to middles with their middles, along each axis to the nearest', () => {
    const others = [bounds(100, 100, 40), bounds(0, 0, 300, 200)];
    expect(snapped(bounds(0, 0, 20), { x: 98, y: 57 }, others, 3)).toEqual({
      by: { x: 100, y: 57 },
      lines: [{ axis: 'x', at: 100 }],
    });
    const middle = snapped(bounds(0, 0, 20), { x: 109.5, y: 111 }, others, 3);
    expect(middle.by).toEqual({ x: 110, y: 110 });
    expect(middle.lines).toEqual([
      { axis: 'x', at: 120 },
      { axis: 'y', at: 120 },
    ]);
    expect(snapped(bounds(0, 0, 20), { x: 50, y: 50 }, others, 3).lines).toEqual([]);
    // Of two that are near, the nearer, in whichever order they come.
    const near = [bounds(52, 200, 40), bounds(51, 300, 40)];
    for (const both of [near, [...near].reverse()])
      expect(snapped(bounds(0, 0, 20), { x: 50, y: 50 }, both, 3).by).toEqual({ x: 51, y: 50 });
    // A middle near an edge is no reason to move: its left edge would lie at 91, its middle at 101.
    expect(snapped(bounds(0, 0, 20), { x: 91, y: 50 }, others, 3).lines).toEqual([]);
  });

  it('lie over each other where they do, not where only their boxes do, and not where they touch', () => {
    const corner = solidOf([
      {
        closed: true,
        start: [0, 0],
        segments: [
          ['L', 60, 0],
          ['L', 60, 10],
          ['L', 10, 10],
          ['L', 10, 60],
          ['L', 0, 60],
        ],
      },
    ]);
    const box = solidOf([boxAt(0, 0, 30)]);
    const at = (x: number, y: number, angle = 0) => lyingAt(box, { x, y, angle, turnedOver: false });
    const lying = lyingAt(corner, straightAt({ x: 0, y: 0 }));
    expect([at(20, 20), at(10, 10), at(9, 20), at(20, 20, 45)].map((other) => liesOverSolid(lying, other))).toEqual([
      false,
      false,
      true,
      true,
    ]);
  });
});
