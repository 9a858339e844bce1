import type { World } from './posterior';
import { bestWithin, isClear, reachOf } from './reach';
import type { TunedDial } from './tuner-spec';

const force: TunedDial = { name: 'force', min: 5, max: 20, step: 1, effect: 'raises' };
const speed: TunedDial = { name: 'speed', min: 2, max: 8, step: 1, effect: 'lowers' };
const rounded = (numbers: number[]) => numbers.map((number) => Number(number.toFixed(4)));
const start = { force: 10, speed: 4 };

/** A window around `middle`, wide beside its noise; force counts 1, speed 0.5. */
const world = (middle: number): World => ({
  marks: [middle - 0.4, middle - 0.1, middle + 0.1, middle + 0.4],
  sharpness: 1 / 0.02,
  slopes: Float64Array.of(1, 0.5),
  gamma: 0.5,
});

describe('the reach of the dials', () => {
  it('goes from each free dial at its gentlest to each at its strongest', () => {
    const { least, most } = reachOf([force, speed], start, [force, speed]);
    expect(rounded(least)).toEqual([-0.6931, -0.6931]);
    expect(rounded(most)).toEqual([0.6931, 0.6931]);
  });

  it('stays where a dial is not to be touched', () => {
    expect(rounded(reachOf([force, speed], start, [force]).most)).toEqual([0.6931, 0]);
  });

  it('tells a window out of reach from one that a second dial reaches', () => {
    const all = reachOf([force, speed], start, [force, speed]);
    const alone = reachOf([force, speed], start, [force]);
    // Force reaches ln 2 ≈ 0.69, with speed turned down ln 2 / 2 ≈ 0.35 more.
    expect([isClear(world(0.9), all), isClear(world(0.9), alone)]).toEqual([true, false]);
    expect(bestWithin(world(0.9), alone)).toBeLessThan(0.001);
    expect(isClear(world(-1.5), all)).toBe(false);
  });

  it('counts a window whose edge is reached as far as it is right there', () => {
    // The window's lower edge lies at the force's end: half of the cuts there fall short.
    expect(bestWithin(world(Math.log(2) + 0.1), reachOf([force, speed], start, [force]))).toBeCloseTo(0.5, 6);
  });
});
