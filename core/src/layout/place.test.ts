import { planeAt } from './index';

describe('how a part lies at a place', () => {
  const at = (angle: number, turnedOver: boolean, [x, y]: [number, number]) => {
    const [a, b, c, d, e, f] = planeAt({ x: 100, y: 50, angle, turnedOver });
    return [a * x + c * y + e, b * x + d * y + f].map((n) => Math.round(n * 1e6) / 1e6 + 0);
  };

  it('moved, turned over left to right, then turned against the clock as it is seen', () => {
    expect(at(0, false, [10, 5])).toEqual([110, 55]);
    expect(at(0, true, [10, 5])).toEqual([90, 55]);
    // On the sheet y goes down: a quarter turn against the clock brings what was right to the top.
    expect(at(90, false, [10, 0])).toEqual([100, 40]);
    expect(at(90, true, [10, 0])).toEqual([100, 60]);
  });
});
