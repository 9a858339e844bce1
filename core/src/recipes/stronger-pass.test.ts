import { clam, diode, longPlotter } from '../../testing/shop';
import { logDose, strongerPass } from './index';

describe('a second pass in the same place', () => {
  it('presses a little more with one pass, further where much was missing, and never beyond the dial', () => {
    const first = { force: 16, speed: 5, depth: 2, passes: 2 };
    expect(strongerPass(longPlotter, 'kiss-cut', first, 'under')).toEqual({ force: 17, speed: 5, depth: 2, passes: 1 });
    expect(strongerPass(longPlotter, 'kiss-cut', first, 'far-under')).toEqual({
      force: 20,
      speed: 5,
      depth: 2,
      passes: 1,
    });
    expect(strongerPass(longPlotter, 'through-cut', { ...first, force: 40 }, 'far-under')).toMatchObject({
      force: 40,
      passes: 1,
    });
  });

  it('is never what was dialled before: where one dial stands at its end another is turned', () => {
    for (const outcome of ['under', 'far-under'] as const) {
      const once = { power: 60, speed: 600, passes: 1 };
      const again = strongerPass(diode, 'laser-cut', once, outcome)!;
      expect(again).not.toEqual(once);
      expect(logDose(diode, 'laser-cut', again).value).toBeGreaterThan(logDose(diode, 'laser-cut', once).value);
      const area = { power: 100, speed: 3000, interval: 0.1 };
      expect(strongerPass(diode, 'laser-area', area, outcome)!.speed).toBeLessThan(3000);
      const pressed = { force: 40, speed: 5, depth: 2, passes: 1 };
      expect(strongerPass(longPlotter, 'through-cut', pressed, outcome)).not.toEqual(pressed);
    }
  });

  it('adds a beam’s energy again, and a press’s heat for half its dwell', () => {
    expect(strongerPass(diode, 'laser-cut', { power: 80, speed: 300, passes: 3 }, 'under')).toEqual({
      power: 80,
      speed: 300,
      passes: 1,
    });
    expect(strongerPass(diode, 'laser-cut', { power: 80, speed: 300, passes: 3 }, 'far-under')).toEqual({
      // The very numbers would not do it: it has a quarter more.
      power: 100,
      speed: 300,
      passes: 3,
    });
    expect(strongerPass(clam, 'heat-press', { temperature: 160, dwell: 14, preheat: 5 }, 'under')).toEqual({
      temperature: 160,
      dwell: 7,
      preheat: 0,
    });
  });

  it('is none where it was enough', () => {
    for (const outcome of ['right', 'over', 'far-over'] as const)
      expect(strongerPass(longPlotter, 'kiss-cut', { force: 16 }, outcome)).toBeNull();
  });
});
