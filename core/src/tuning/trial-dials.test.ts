import { clam, diode, littlePlotter, longPlotter } from '../../testing/shop';
import { createTuner, tunedDials } from './index';

describe('the dials that are tuned', () => {
  it('stand in the order in which the process turns them, on the machine’s own scales', () => {
    const dials = tunedDials(longPlotter, 'kiss-cut', { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 });
    expect(dials.map(({ name, effect }) => [name, effect])).toEqual([
      ['force', 'raises'],
      ['passes', 'raises'],
      ['speed', 'lowers'],
      ['depth', 'raises'],
    ]);
    expect(dials[0]).toMatchObject({ label: 'Force', min: 1, max: 40, step: 1 });
    expect(dials[1].max).toBe(longPlotter.maxPasses);
  });

  it('are only those that the recipe sets and that change the dose', () => {
    expect(tunedDials(littlePlotter, 'kiss-cut', { force: 100, speed: 60, passes: 1 }).map(({ name }) => name)).toEqual(
      ['force', 'passes', 'speed'],
    );
    expect(
      tunedDials(diode, 'laser-area', { power: 40, speed: 3000, interval: 0.1, passes: 1, air: 1 }).map(
        ({ name }) => name,
      ),
    ).toEqual(['power', 'speed', 'passes', 'interval']);
    // This press has no knob for the pressure.
    expect(
      tunedDials(clam, 'heat-press', { temperature: 150, dwell: 15, pressure: 4, peel: 1 }).map(({ name }) => name),
    ).toEqual(['dwell', 'temperature']);
    expect(tunedDials(longPlotter, 'kiss-cut', {})).toEqual([]);
  });

  it('are not those that stand at one number only', () => {
    const once = { ...diode, maxPasses: 1 };
    const settings = { power: 40, speed: 1500, passes: 1 };
    const dials = tunedDials(once, 'laser-cut', settings);
    expect(dials.map(({ name }) => name)).toEqual(['power', 'speed']);
    const tuner = createTuner({ process: 'laser-cut', dials, start: settings, startSpread: 0.35, seed: 1 });
    tuner.record({ setting: settings, outcome: 'under' });
    expect(tuner.suggest().setting.power).toBeGreaterThan(0);
  });

  it('can be tuned as they are', () => {
    const settings = { temperature: 150, dwell: 15 };
    const { setting } = createTuner({
      process: 'heat-press',
      dials: tunedDials(clam, 'heat-press', settings),
      start: settings,
      startSpread: 0.35,
      seed: 1,
    }).suggest();
    expect(setting).toEqual(settings);
  });
});
