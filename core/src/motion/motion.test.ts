import fc from 'fast-check';
import { longPlotter } from '../../testing/shop';
import { cornerSpeed, estimateTime, strokeSeconds, trapezoidSeconds } from './index';

const motion = { speedMmS: 100, accelerationMmS2: 1000, junctionDeviationMm: 0.05 };
const at = (x: number, y: number) => ({ x, y });

describe('a straight move', () => {
  it('that reaches its speed: 0.1 s up, 0.1 s down, the rest at speed', () => {
    expect(trapezoidSeconds(110, 0, 0, 100, 1000)).toBeCloseTo(0.1 + 0.1 + 1, 9);
  });

  it('too short for its speed is a triangle', () => {
    expect(trapezoidSeconds(2.5, 0, 0, 100, 1000)).toBeCloseTo(0.1, 9);
  });

  it('never takes longer for being allowed to go faster, nor less than distance by speed', () => {
    const num = (max: number) => fc.double({ min: 0.1, max, noNaN: true });
    fc.assert(
      fc.property(num(500), num(400), num(400), (length, slow, more) => {
        const seconds = trapezoidSeconds(length, 0, 0, slow, 2000);
        expect(seconds).toBeGreaterThanOrEqual(length / slow);
        expect(trapezoidSeconds(length, 0, 0, slow + more, 2000)).toBeLessThanOrEqual(seconds + 1e-12);
      }),
    );
  });
});

describe('corners', () => {
  it('a right angle is taken at √(a·δ·sin45°/(1−sin45°))', () => {
    expect(cornerSpeed(at(-1, 0), at(0, 0), at(0, 1), 1000, 0.05)).toBeCloseTo(
      Math.sqrt((50 * Math.SQRT1_2) / (1 - Math.SQRT1_2)),
      9,
    );
  });

  it('straight on is free and right back is a stop', () => {
    expect(cornerSpeed(at(-1, 0), at(0, 0), at(1, 0), 1000, 0.05)).toBe(Infinity);
    expect(cornerSpeed(at(-1, 0), at(0, 0), at(-2, 0), 1000, 0.05)).toBeCloseTo(0, 6);
  });

  it('a point on a straight line costs no time', () => {
    expect(strokeSeconds([at(0, 0), at(30, 0), at(110, 0)], motion)).toBeCloseTo(
      strokeSeconds([at(0, 0), at(110, 0)], motion),
      9,
    );
  });

  it('a square takes longer than its length in a line, and less than four stops', () => {
    const square = strokeSeconds([at(0, 0), at(50, 0), at(50, 50), at(0, 50), at(0, 0)], motion);
    expect(square).toBeGreaterThan(strokeSeconds([at(0, 0), at(200, 0)], motion));
    expect(square).toBeLessThan(4 * strokeSeconds([at(0, 0), at(50, 0)], motion));
  });

  it('repeated points change nothing, and a single point takes no time', () => {
    expect(strokeSeconds([at(0, 0), at(0, 0), at(10, 0), at(10, 0)], motion)).toBe(
      strokeSeconds([at(0, 0), at(10, 0)], motion),
    );
    expect(strokeSeconds([at(5, 5)], motion)).toBe(0);
  });
});

describe('the time of a step', () => {
  it('counts travel, head, cut and the way home', () => {
    const limits = {
      ...longPlotter.motion,
      accelerationMmS2: 1000,
      travelSpeedMmS: 1e6,
      headDownSeconds: 0.2,
      headUpSeconds: 0.3,
    };
    const estimate = estimateTime([{ points: [at(40, 0), at(40, 110)] }], 100, limits);
    const travel = (length: number) => 2 * Math.sqrt(length / 1000);
    expect(estimate.seconds).toBeCloseTo(travel(40) + 0.2 + 1.2 + 0.3 + travel(Math.hypot(40, 110)), 9);
    expect(estimate).toMatchObject({ cutMm: 110, travelMm: 40 + Math.hypot(40, 110) });
  });

  it('is capped by the top speed of the machine', () => {
    const stroke = [{ points: [at(0, 0), at(1000, 0)] }];
    expect(estimateTime(stroke, 9999, longPlotter.motion).seconds).toBe(
      estimateTime(stroke, longPlotter.motion.topSpeedMmS, longPlotter.motion).seconds,
    );
  });
});
