import { regionArea, union } from './index';
import { withoutSpikes } from './spikes';

const ring = (...corners: [number, number][]) => corners.map(([x, y]) => ({ x, y }));

describe('a ring that runs back over itself', () => {
  it('loses what encloses nothing, also where its end meets its start', () => {
    expect(withoutSpikes(ring([0, 0], [10, 0], [15, 0], [10, 0], [10, 10], [0, 10]))).toEqual(
      ring([0, 0], [10, 0], [10, 10], [0, 10]),
    );
    expect(withoutSpikes(ring([0, 5], [0, 0], [10, 0], [10, 10], [0, 10], [0, 0]))).toEqual(
      ring([0, 5], [0, 0], [10, 0], [10, 10], [0, 10]),
    );
  });

  it('is the very same ring where there is nothing to lose', () => {
    const square = ring([0, 0], [10, 0], [10, 10], [0, 10]);
    expect(withoutSpikes(square)).toBe(square);
  });

  it('has the area of what it encloses once it is resolved', () => {
    // A bow tie of two triangles of 12 mm², with a line out and back.
    const tie = ring([1, 48], [0, 48], [1, 48], [0, 0], [0, 48], [1, 0]);
    expect(regionArea(union([[tie]]))).toBeCloseTo(24, 3);
  });

  it('judges on the grid what rounding has bent', () => {
    const bent = ring(
      [10, 10],
      [11, 10.000000000000002],
      [12, 10],
      [11.4, 9.999999999999998],
      [10, 10],
      [5, 10],
      [5, 30],
    );
    expect(withoutSpikes(bent, 1e4)).toEqual(ring([10, 10], [5, 10], [5, 30]));
    expect(withoutSpikes(bent)).not.toHaveLength(3);
  });
});
