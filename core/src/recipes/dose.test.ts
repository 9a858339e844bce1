import fc from 'fast-check';
import { clam, diode, littlePlotter, longPlotter } from '../../testing/shop';
import {
  dialInDose,
  differences,
  logDose,
  nudged,
  nudgeProblems,
  PROCESSES,
  sayChanges,
  sayDifference,
  settingProblems,
  wearHint,
  type Settings,
  type WearEvent,
} from './index';

const kissCut: Settings = { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 };

describe('the dose that settings put in', () => {
  it('is force by its calibrated grams, passes and speed', () => {
    // 16 on the dial: 40 + 11/15·120 = 128 gf; speed 5: 30 + 4·30 = 150 mm/s.
    expect(logDose(longPlotter, 'kiss-cut', kissCut).value).toBeCloseTo(Math.log(128) - 0.1 * Math.log(150), 9);
    expect(
      logDose(longPlotter, 'kiss-cut', { ...kissCut, passes: 4 }).value -
        logDose(longPlotter, 'kiss-cut', kissCut).value,
    ).toBeCloseTo(0.5 * Math.log(4), 9);
  });

  it('is watts over mm/s for a laser, whatever unit its speed is shown in', () => {
    // 50 % of the rating is 5 W; 3000 mm/min is 50 mm/s: 0.1 J/mm.
    expect(logDose(diode, 'laser-line', { power: 50, speed: 3000, passes: 1 }).value).toBeCloseTo(Math.log(0.1), 9);
    expect(logDose(diode, 'laser-area', { power: 50, speed: 3000, passes: 1, interval: 0.1 }).value).toBeCloseTo(
      Math.log(1),
      9,
    );
  });

  it('is an Arrhenius dose for a press: 8 °C more is worth about half the dwell', () => {
    const at = (temperature: number, dwell: number) => logDose(clam, 'heat-press', { temperature, dwell }).value;
    expect(at(150, 15)).toBeCloseTo(Math.log(15), 9);
    expect(Math.abs(at(158.5, 7.5) - at(150, 15))).toBeLessThan(0.03);
  });

  it('says where a scale that was never measured took part', () => {
    expect(logDose(longPlotter, 'kiss-cut', kissCut).isOrdinal).toBe(false);
    expect(logDose(littlePlotter, 'kiss-cut', { force: 100, speed: 100, passes: 1 }).isOrdinal).toBe(true);
  });

  it('takes its terms only from quantities of the process', () => {
    for (const process of PROCESSES)
      for (const { quantity } of process.dose) expect([...process.required, ...process.optional]).toContain(quantity);
  });
});

describe('dialling in a dose', () => {
  it('turns the first dial, in its own steps', () => {
    const wanted = logDose(longPlotter, 'kiss-cut', { ...kissCut, force: 20 }).value;
    const { settings, missing } = dialInDose(longPlotter, 'kiss-cut', kissCut, wanted);
    expect(settings).toEqual({ ...kissCut, force: 20 });
    expect(missing).toBeCloseTo(0, 9);
  });

  it('goes on to the next dials where the first one ends, and says what is missing after all', () => {
    const strongest = logDose(longPlotter, 'kiss-cut', { ...kissCut, force: 40, passes: 4, speed: 1 }).value;
    const { settings, missing } = dialInDose(longPlotter, 'kiss-cut', kissCut, strongest + 0.3);
    expect(settings).toMatchObject({ force: 40, passes: 4, speed: 1 });
    expect(missing).toBeCloseTo(0.3, 9);
  });

  it('stays below a heat limit and presses longer instead', () => {
    const base: Settings = { temperature: 150, dwell: 15 };
    const wanted = logDose(clam, 'heat-press', { temperature: 170, dwell: 15 }).value;
    const { settings, missing } = dialInDose(clam, 'heat-press', base, wanted, { temperature: 155 });
    expect(settings.temperature).toBeLessThanOrEqual(155);
    expect(settings.dwell).toBeGreaterThan(15);
    expect(Math.abs(missing)).toBeLessThan(0.05);
  });

  it('always ends on the machine’s scales', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 8, noNaN: true }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 12 }),
        (wanted, force, speed) => {
          const { settings } = dialInDose(longPlotter, 'kiss-cut', { ...kissCut, force, speed }, wanted);
          expect(settingProblems(longPlotter, 'kiss-cut', settings)).toEqual([]);
        },
      ),
    );
  });
});

describe('a nudge', () => {
  it('adds to the base in the dial’s own steps, and stays on the dial', () => {
    expect(nudged(longPlotter, kissCut, { force: 1 })).toEqual({ ...kissCut, force: 17 });
    expect(nudged(longPlotter, kissCut, { force: 90 }).force).toBe(40);
    expect(nudged(longPlotter, kissCut, {})).toEqual(kissCut);
    expect(sayChanges({ force: 1, speed: -2, passes: 0 })).toBe('+1 force, −2 speed');
    // In the order of the machine's dials, whichever was turned first.
    const dials = [
      longPlotter.dials.find(({ name }) => name === 'speed')!,
      longPlotter.dials.find(({ name }) => name === 'force')!,
    ];
    expect(sayChanges({ passes: 1, force: 1, speed: -2 }, { dials })).toBe('−2 speed, +1 force, +1 passes');
  });

  it('is refused where it leaves the scale or nudges what is not set', () => {
    expect(nudgeProblems(longPlotter, 'kiss-cut', kissCut, { force: 1 })).toEqual([]);
    expect(nudgeProblems(longPlotter, 'kiss-cut', kissCut, { force: 30 })[0].message).toContain(
      'goes from 1 to 40; 46 was given',
    );
    expect(
      nudgeProblems(longPlotter, 'kiss-cut', { force: 16, speed: 5, passes: 1 }, { depth: 1 })[0].message,
    ).toContain('does not set depth');
  });
});

describe('the difference between two revisions', () => {
  it('is said quantity by quantity, choices in their words', () => {
    const before: Settings = { temperature: 150, dwell: 15, peel: 1 };
    const after: Settings = { temperature: 155, dwell: 15, peel: 2, preheat: 5 };
    expect(differences(before, after).map(sayDifference)).toEqual([
      'temperature 150 → 155',
      'preheat 5 (was not set)',
      'peel warm → cold',
    ]);
    expect(differences(after, after)).toEqual([]);
  });
});

describe('what a worn blade wants', () => {
  const event = (wear: number, force: number, outcome: WearEvent['outcome']): WearEvent => ({
    settings: { ...kissCut, force },
    outcome,
    wear,
    at: wear,
  });
  const hint = (...events: WearEvent[]) => wearHint(longPlotter, 'kiss-cut', kissCut, events);

  it('is said where the maker’s own outcomes show it', () => {
    const events = [event(300, 16, 'right'), event(1240, 16, 'under'), event(1250, 17, 'right')];
    expect(hint(...events)).toEqual({ quantity: 'force', steps: 1, because: events });
    expect(hint(event(300, 16, 'right'), event(1240, 16, 'under'), event(1250, 18, 'right'))?.steps).toBe(2);
  });

  it('asks for one step where it fell short twice and nothing was found yet', () => {
    expect(hint(event(300, 16, 'right'), event(1200, 16, 'under'), event(1240, 16, 'under'))?.steps).toBe(1);
  });

  it('is never invented', () => {
    expect(hint()).toBeNull();
    expect(hint(event(300, 16, 'right'), event(2400, 16, 'right'))).toBeNull();
    // Never right with this blade: that is no wear.
    expect(hint(event(300, 16, 'under'), event(1200, 16, 'under'))).toBeNull();
    // Fell short once only.
    expect(hint(event(300, 16, 'right'), event(1200, 16, 'under'))).toBeNull();
    // Right again at its own numbers since.
    expect(
      hint(event(300, 16, 'right'), event(1200, 16, 'under'), event(1210, 17, 'right'), event(1300, 16, 'right')),
    ).toBeNull();
    // A gentler cut that fell short says nothing of the recipe.
    expect(hint(event(300, 16, 'right'), event(1200, 12, 'under'), event(1210, 12, 'under'))).toBeNull();
  });
});
