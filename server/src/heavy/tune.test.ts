import { clam, diode, longPlotter } from '../../../core/testing/shop';
import { goodWindow, tune, type TuneTask } from './tune';

const kiss: TuneTask = {
  machine: longPlotter,
  process: 'kiss-cut',
  start: { force: 14, speed: 5, depth: 2, passes: 1, overcut: 0.4 },
  startSpread: 0.35,
  fixed: [],
  seed: 3,
  thicknessMm: 0.08,
  trials: [],
  count: 1,
  repeatOf: null,
};
const trial = (number: number, force: number, outcome: TuneTask['trials'][number]['outcome']) => ({
  id: `trial ${number}`,
  number,
  settings: { ...kiss.start, force },
  onTopOf: [],
  outcome,
  wear: null,
});

describe('what a tuning is told to try', () => {
  it('begins with the start, with everything that is not turned as it was', () => {
    const { advice, next } = tune(kiss);
    expect(advice.settings).toEqual(kiss.start);
    expect(next).toEqual([kiss.start]);
    expect(advice).toMatchObject({ isSettled: false, isHopeless: false, repeat: null });
  });

  it('goes up after too little, and offers a second time in place', () => {
    const { advice } = tune({ ...kiss, trials: [trial(1, 14, 'under')] });
    expect(advice.settings.force).toBeGreaterThan(14);
    expect(advice.repeat).toMatchObject({ ofShapeId: 'trial 1', number: 1 });
    expect(advice.repeat!.settings.force).toBeLessThan(14);
    expect(tune({ ...kiss, trials: [trial(1, 14, 'over')] }).advice.repeat).toBeNull();
    // What was not enough on another scrap cannot be gone over here.
    expect(tune({ ...kiss, trials: [{ ...trial(1, 14, 'under'), isEarlier: true }] }).advice.repeat).toBeNull();
  });

  it('lays out the very pass that was asked for', () => {
    const task = { ...kiss, trials: [trial(1, 14, 'under')], repeatOf: 'trial 1' };
    const { advice, next } = tune(task);
    expect(next).toEqual([advice.repeat!.settings]);
  });

  it('turns no dial that is held', () => {
    const { advice } = tune({ ...kiss, fixed: ['force', 'depth', 'passes'], trials: [trial(1, 14, 'under')] });
    expect(advice.settings).toMatchObject({ force: 14, depth: 2, passes: 1 });
  });

  it('settles where right was seen on both sides of it, and says how sure it is', () => {
    const { advice } = tune({
      ...kiss,
      trials: [trial(1, 14, 'under'), trial(2, 17, 'right'), trial(3, 19, 'right'), trial(4, 18, 'right')],
    });
    expect(advice.isSettled).toBe(true);
    expect(advice.settings.force).toBeGreaterThanOrEqual(17);
    expect(advice.settings.force).toBeLessThanOrEqual(19);
    expect(advice.best.sure).toBeGreaterThan(0.8);
  });

  it('is the same for the same seed, and for several at once all different', () => {
    const laser: TuneTask = {
      ...kiss,
      machine: diode,
      process: 'laser-area',
      start: { power: 40, speed: 3000, interval: 0.1, passes: 1, air: 1 },
      startSpread: 1,
      count: 4,
    };
    expect(tune(laser)).toEqual(tune(laser));
    const { next } = tune(laser);
    expect(new Set(next.map((settings) => JSON.stringify(settings))).size).toBe(4);
    expect(next.every(({ air }) => air === 1)).toBe(true);
  });

  it('plans passes for what is thick, and none for a press', () => {
    const birch: TuneTask = {
      ...kiss,
      machine: diode,
      process: 'laser-cut',
      start: { power: 100, speed: 300, passes: 2 },
      thicknessMm: 3,
      trials: [
        {
          id: 'a',
          number: 1,
          settings: { power: 100, speed: 300, passes: 1 },
          onTopOf: [],
          outcome: 'far-under',
          wear: null,
        },
        {
          id: 'b',
          number: 2,
          settings: { power: 100, speed: 300, passes: 3 },
          onTopOf: [],
          outcome: 'right',
          wear: null,
        },
      ],
    };
    const { passPlan } = tune(birch);
    expect(passPlan!.passes).toBeGreaterThan(1);
    expect(passPlan!.depthsMm[passPlan!.passes - 1]).toBeGreaterThan(3);
    expect(passPlan!.lookAfter).toBeLessThanOrEqual(passPlan!.passes);
    expect(
      tune({ ...kiss, machine: clam, process: 'heat-press', start: { temperature: 150, dwell: 15 }, trials: [] })
        .passPlan,
    ).toBeNull();
  });
});

describe('the good window', () => {
  const { count: _count, repeatOf: _repeat, ...task } = kiss;

  it('has a row for each value up and a column for each across, on the dials’ steps', () => {
    const window = goodWindow({ ...task, trials: [trial(1, 14, 'right')], x: 'force', y: 'speed' });
    expect(window.xs.every(Number.isInteger)).toBe(true);
    expect([window.right.length, window.right[0].length]).toEqual([window.ys.length, window.xs.length]);
    expect(window.right.flat().every((chance) => chance >= 0 && chance <= 1)).toBe(true);
  });

  it('is one row where there is one dial, highest where right was seen', () => {
    const window = goodWindow({
      ...task,
      trials: [trial(1, 12, 'under'), trial(2, 17, 'right'), trial(3, 24, 'over')],
      x: 'force',
      y: null,
    });
    expect([window.ys, window.right.length]).toEqual([[], 1]);
    const best = window.xs[window.right[0].indexOf(Math.max(...window.right[0]))];
    expect(best).toBeGreaterThanOrEqual(15);
    expect(best).toBeLessThanOrEqual(20);
  });
});
