import { outlines } from './marching-squares';
import { softened } from './softened';

const field = (rows: number[][]) => ({
  width: rows[0].length,
  height: rows.length,
  values: Uint8Array.from(rows.flat()),
});
const areaOf = (ring: Float64Array) => {
  let twice = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    twice += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return twice / 2;
};

describe('outlines of a field', () => {
  it('a saddle is joined where the mean of its corners is above the mark, and parted below', () => {
    expect(
      outlines(
        field([
          [255, 0],
          [0, 255],
        ]),
      ),
    ).toHaveLength(2);
    expect(
      outlines(
        field([
          [255, 10],
          [10, 255],
        ]),
      ),
    ).toHaveLength(1);
    expect(
      outlines(
        field([
          [0, 255],
          [255, 0],
        ]),
      ),
    ).toHaveLength(2);
    expect(
      outlines(
        field([
          [10, 255],
          [255, 10],
        ]),
      ),
    ).toHaveLength(1);
  });

  it('a hole goes round the other way than its outline, and both are closed', () => {
    const rings = outlines(
      field([
        [255, 255, 255],
        [255, 0, 255],
        [255, 255, 255],
      ]),
    );
    expect(rings).toHaveLength(2);
    const [outer, hole] = rings.map(areaOf);
    expect(Math.sign(outer)).toBe(-Math.sign(hole));
    expect(Math.abs(outer)).toBeGreaterThan(Math.abs(hole));
    // The crossing is half-way between the middle and its neighbours: a diamond of half-diagonals ½ pixel.
    expect(Math.abs(hole)).toBeCloseTo(0.5, 2);
  });

  it('nothing above the mark has no outline', () => {
    expect(
      outlines(
        field([
          [127, 100],
          [0, 127],
        ]),
      ),
    ).toEqual([]);
  });
});

describe('one colour blurred by a pixel', () => {
  it('weighs neighbours 1 2 1 across and down', () => {
    const { values } = softened(Uint8Array.from([0, 0, 0, 0, 1, 0, 0, 0, 0]), 3, 3, 1);
    expect([...values]).toEqual([16, 32, 16, 32, 64, 32, 16, 32, 16]);
  });

  it('goes on beyond the edge of the picture', () => {
    expect([...softened(Uint8Array.from([1, 1, 1, 1]), 2, 2, 1).values]).toEqual([255, 255, 255, 255]);
    expect([...softened(Uint8Array.from([1, 0, 1, 0]), 2, 2, 1).values]).toEqual([191, 64, 191, 64]);
  });
});
