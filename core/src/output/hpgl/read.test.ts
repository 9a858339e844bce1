import { readHpgl } from './read';

/** Plotter units of a length in mm. */
const U = (mm: number) => Math.round(mm * 40);
const pointsOf = (text: string) => readHpgl(text).strokes.map(({ points }) => points);
const ends = (text: string) =>
  pointsOf(text).map((points) =>
    [points[0], points[points.length - 1]].map(({ x, y }) => [+x.toFixed(3) + 0, +y.toFixed(3) + 0]),
  );
/** How far points lie from a place, least and most. */
const reach = (points: { x: number; y: number }[], x: number, y: number) => {
  const far = points.map((point) => Math.hypot(point.x - x, point.y - y));
  return [Math.min(...far), Math.max(...far)];
};

describe('what a plotter is told', () => {
  it('goes on with the tool down where speed or force change', () => {
    expect(ends('SP1;PU0,0;PD400,0;VS5;FS20;PA800,0;PU;')).toEqual([
      [
        [0, 0],
        [0, 10],
      ],
      [
        [0, 10],
        [0, 20],
      ],
    ]);
    expect(readHpgl('SP1;PU0,0;PD400,0;VS5;PA800,0;').strokes.map(({ speedMmS }) => speedMmS)).toEqual([null, 50]);
  });

  it('draws with the first pen where none is chosen', () => {
    expect(readHpgl('IN;PU0,0;PD400,0;').strokes).toMatchObject([{ pen: 1 }]);
  });

  it('goes round a centre by an angle (AA, AR), X towards Y', () => {
    const quarter = `SP1;PU${U(10)},0;PD;AA0,0,90;`;
    expect(ends(quarter)).toEqual([
      [
        [0, 10],
        [10, 0],
      ],
    ]);
    const [least, most] = reach(pointsOf(quarter)[0], 0, 0);
    expect([least, most]).toEqual([expect.closeTo(10, 3), expect.closeTo(10, 3)]);
    expect(ends(`SP1;PU${U(10)},0;PD;AR${-U(10)},0,-180;`)).toEqual([
      [
        [0, 10],
        [0, -10],
      ],
    ]);
    expect(ends(`SP1;PU0,0;PD;AR${U(10)},0,180;PD0,0;`)).toEqual([
      [
        [0, 0],
        [0, 0],
      ],
    ]);
  });

  it('goes through a point to another (AT, RT)', () => {
    const half = `SP1;PU${U(10)},0;PD;AT0,${U(10)},${-U(10)},0;`;
    expect(ends(half)).toEqual([
      [
        [0, 10],
        [0, -10],
      ],
    ]);
    expect(Math.max(...pointsOf(half)[0].map(({ x }) => x))).toBeCloseTo(10, 2);
    expect(Math.min(...pointsOf(half)[0].map(({ x }) => x))).toBeGreaterThan(-0.001);
    expect(ends(`SP1;PU0,0;PD;RT${U(5)},0,${U(9)},0;`)).toEqual([
      [
        [0, 0],
        [0, 9],
      ],
    ]);
  });

  it('draws a circle round where it is and stays there (CI)', () => {
    const { strokes, end } = readHpgl(`SP1;PU${U(20)},${U(30)};CI${U(5)};`);
    expect(strokes).toHaveLength(1);
    expect(reach(strokes[0].points, 30, 20)).toEqual([expect.closeTo(5, 3), expect.closeTo(5, 3)]);
    const [first, last] = [strokes[0].points[0], strokes[0].points[strokes[0].points.length - 1]];
    expect(Math.hypot(first.x - last.x, first.y - last.y)).toBeLessThan(1e-9);
    expect(end).toEqual({ x: 30, y: 20 });
  });

  it('draws the edges of a wedge and of rectangles (EW, EA, ER)', () => {
    const [wedge] = pointsOf(`SP1;PU0,0;EW${U(10)},0,90;`);
    expect(
      [wedge[0], wedge[1], wedge[wedge.length - 1]].map(({ x, y }) => [+x.toFixed(3) + 0, +y.toFixed(3) + 0]),
    ).toEqual([
      [0, 0],
      [0, 10],
      [0, 0],
    ]);
    const box = [
      [2, 1],
      [2, 5],
      [8, 5],
      [8, 1],
      [2, 1],
    ].map(([x, y]) => ({ x, y }));
    expect(
      pointsOf(`SP1;PU${U(1)},${U(2)};EA${U(5)},${U(8)};`)[0]
        .map(({ x, y }) => `${x} ${y}`)
        .sort(),
    ).toEqual(box.map(({ x, y }) => `${x} ${y}`).sort());
    expect(pointsOf(`SP1;PU${U(1)},${U(2)};ER${U(4)},${U(6)};`)).toEqual(
      pointsOf(`SP1;PU${U(1)},${U(2)};EA${U(5)},${U(8)};`),
    );
  });

  it('reads packed points (PE), with base 64 and 32, fractions, lifted and absolute', () => {
    /** A number as it is packed: its sign in the lowest bit, the least digit first. */
    const packed = (value: number, base: 64 | 32) => {
      let left = Math.abs(value) * 2 + (value < 0 ? 1 : 0);
      let text = '';
      for (; left >= base; left = Math.floor(left / base)) text += String.fromCharCode(63 + (left % base));
      return text + String.fromCharCode((base === 64 ? 191 : 95) + left);
    };
    for (const base of [64, 32] as const) {
      const pair = (x: number, y: number) => packed(x, base) + packed(y, base);
      const file = `SP1;PE${base === 32 ? '7' : ''}<=${pair(U(10), U(20))}${pair(U(5), 0)}${pair(0, -U(20))}:${packed(2, base)}<${pair(U(1), 0)}${pair(U(1), 0)};PU;`;
      expect(ends(file)).toEqual([
        [
          [20, 10],
          [0, 15],
        ],
        [
          [0, 16],
          [0, 17],
        ],
      ]);
      expect(readHpgl(file).strokes.map(({ pen }) => pen)).toEqual([1, 2]);
      expect(ends(`SP1;PU0,0;PE${base === 32 ? '7' : ''}>${packed(2, base)}${pair(U(10) * 4, 2)};`)).toEqual([
        [
          [0, 0],
          [0.013, 10],
        ],
      ]);
    }
    expect(() => readHpgl('SP1;PE=?;')).toThrow('break off in the middle of a number');
  });
});
