import fc from 'fast-check';
import { OUTCOMES, type Outcome } from '../recipes';
import { normalBelow } from './normal';
import { coordinates, onStep } from './coordinates';
import { createTuner, type Setting, type TunerSpec } from './index';

const plotter: TunerSpec = {
  process: 'kiss-cut',
  dials: [
    { name: 'force', min: 1, max: 40, step: 1, effect: 'raises' },
    { name: 'speed', min: 1, max: 12, step: 1, effect: 'lowers' },
    { name: 'passes', min: 1, max: 4, step: 1, effect: 'raises' },
  ],
  start: { force: 12, speed: 5, passes: 1 },
  startSpread: 0.35,
  seed: 7,
};

/** A material that a blade goes just through at some log dose, without any scatter. */
const materialAt =
  (threshold: number, width = 0.3) =>
  (setting: Setting): Outcome => {
    const dose =
      Math.log(setting.force / 12) + 0.5 * Math.log(setting.passes) - 0.1 * Math.log(setting.speed / 5) - threshold;
    if (dose < -0.4) return 'far-under';
    if (dose < 0) return 'under';
    if (dose <= width) return 'right';
    return dose <= width + 0.4 ? 'over' : 'far-over';
  };

function tune(spec: TunerSpec, cut: (setting: Setting) => Outcome, most = 14) {
  const tuner = createTuner(spec);
  for (let trials = 0; trials < most; trials++) {
    const advice = tuner.suggest();
    if (advice.settled) return { tuner, advice, trials };
    tuner.record({ setting: advice.setting, outcome: cut(advice.setting) });
  }
  return { tuner, advice: tuner.suggest(), trials: most };
}

describe('finding the right value', () => {
  it.each([-0.4, 0.1, 0.5])('settles on a setting that is right, from a start that is off by %d', (threshold) => {
    const cut = materialAt(threshold);
    const { advice, trials } = tune(plotter, cut);
    expect(advice.settled).toBe(true);
    expect(cut(advice.setting)).toBe('right');
    expect(advice.chance.right).toBeGreaterThanOrEqual(0.9);
    expect(trials).toBeLessThanOrEqual(12);
  });

  it.each([1, 2, 12, 13])('begins where the maker would, however far off a guess may be (seed %d)', (seed) => {
    const dials: TunerSpec['dials'] = [...plotter.dials, { name: 'depth', min: 0, max: 20, step: 1, effect: 'raises' }];
    const start = { force: 22, speed: 2, passes: 1, depth: 5 };
    expect(createTuner({ ...plotter, dials, start, startSpread: 1, seed: seed * 7919 }).suggest().setting).toEqual(
      start,
    );
  });

  it('never settles before anything was right', () => {
    const tuner = createTuner(plotter);
    for (let i = 0; i < 4; i++) {
      const advice = tuner.suggest();
      expect(advice.settled).toBe(false);
      tuner.record({ setting: advice.setting, outcome: 'under' });
    }
    expect(tuner.suggest().settled).toBe(false);
  });

  it('turns to other dials where the first one ends', () => {
    const cut = materialAt(1.6);
    const { advice } = tune(plotter, cut, 14);
    expect(cut(advice.setting)).toBe('right');
    expect(advice.setting.passes).toBeGreaterThan(1);
  });

  it('leaves fixed dials alone and stays on the steps', () => {
    const { tuner } = tune({ ...plotter, fixed: ['speed', 'passes'] }, materialAt(0.3), 3);
    const { setting } = tuner.suggest();
    expect(setting).toMatchObject({ speed: 5, passes: 1 });
    expect(Number.isInteger(setting.force)).toBe(true);
  });

  it('is the same for the same seed and trials', () => {
    const run = () => tune(plotter, materialAt(0.4));
    expect(run().advice).toEqual(run().advice);
  });

  it.each([
    ['power in %', 'laser-cut', { name: 'power', min: 5, max: 100, step: 1, effect: 'raises' }, 40],
    ['a scale from nought', 'kiss-cut', { name: 'force', min: 0, max: 240, step: 5, effect: 'raises' }, 100],
    ['temperature in °C', 'heat-press', { name: 'temperature', min: 60, max: 220, step: 1, effect: 'raises' }, 150],
    ['a dial nobody knows', 'foil', { name: 'luck', min: 10, max: 90, step: 2, effect: 'raises' }, 40],
  ] as const)('works on %s', (_, process, dial, start) => {
    const slope = dial.name === 'temperature' ? 12 : dial.name === 'luck' ? 0.6 : 1;
    const cut = (setting: Setting): Outcome => {
      const dose = slope * Math.log((setting[dial.name] + dial.step / 2) / (start + dial.step / 2)) - 0.2;
      return dose < 0 ? 'under' : dose <= 0.3 ? 'right' : 'over';
    };
    const { advice } = tune(
      { process, dials: [dial], start: { [dial.name]: start }, startSpread: 0.35, seed: 3 },
      cut,
      14,
    );
    expect(cut(advice.setting)).toBe('right');
  });
});

describe('what the tuner learns', () => {
  it('expects more to be enough after what fell short, and less after what was too much', () => {
    const tuner = createTuner(plotter);
    const before = tuner.predict({ force: 18, speed: 5, passes: 1 });
    tuner.record({ setting: plotter.start, outcome: 'far-under' });
    expect(tuner.predict({ force: 10, speed: 5, passes: 1 }).right).toBeLessThan(0.05);
    expect(tuner.predict({ force: 18, speed: 5, passes: 1 }).over).toBeLessThan(before.over);
  });

  it('counts a first pass in that was not lifted', () => {
    const alone = createTuner(plotter);
    const onTop = createTuner(plotter);
    alone.record({ setting: plotter.start, outcome: 'right' });
    onTop.record({ setting: plotter.start, outcome: 'right', onTopOf: [plotter.start] });
    // Right only on top of another pass: a single one should need more.
    const stronger = { force: 18, speed: 5, passes: 1 };
    expect(onTop.predict(plotter.start).under).toBeGreaterThan(alone.predict(plotter.start).under + 0.1);
    expect(onTop.predict(stronger).right).toBeGreaterThan(alone.predict(stronger).right);
  });

  it('is not broken by outcomes that contradict each other', () => {
    const tuner = createTuner(plotter);
    for (const outcome of ['under', 'over', 'far-under', 'far-over', 'right', 'under'] as const)
      tuner.record({ setting: plotter.start, outcome });
    const { chance, setting } = tuner.suggest();
    expect(chance.under + chance.right + chance.over).toBeCloseTo(1, 6);
    expect(setting.force).toBeGreaterThanOrEqual(1);
  });

  it('says so where the window is narrower than the scatter', () => {
    const tuner = createTuner({ ...plotter, dials: plotter.dials.slice(0, 1), start: { force: 12 }, fixed: [] });
    for (let i = 0; i < 8; i++) {
      const { setting } = tuner.suggest();
      // One step is too little, the next one too much.
      tuner.record({ setting, outcome: setting.force <= 13 ? 'under' : 'over' });
    }
    const advice = tuner.suggest();
    expect(advice.settled).toBe(false);
    expect(advice.hopeless).toBe(true);
    expect(advice.why).toContain("narrower than the machine's scatter");
    expect(advice.chance.right).toBeLessThan(0.8);
    // It is said with the whole doubt then, unlike what is foretold of any setting.
    expect(advice.chance.right).not.toBeCloseTo(tuner.predict(advice.setting).right, 3);
  });

  it('gives chances that add up, for any setting', () => {
    const { tuner } = tune(plotter, materialAt(0.2), 3);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 12 }), (force, speed) => {
        const chances = tuner.predict({ force, speed, passes: 1 });
        expect(OUTCOMES.reduce((sum, outcome) => sum + chances[outcome], 0)).toBeCloseTo(1, 6);
      }),
      { numRuns: 30 },
    );
  });
});

describe('what cannot be tuned', () => {
  it.each([
    [{ dials: [] }, 'One to five dials can be tuned; 0 came.'],
    [{ start: { ...plotter.start, force: 80 } }, 'force starts within 1 to 40; 80 came.'],
    [{ startSpread: 0 }, 'The spread of the start is a number above 0; 0 came.'],
    [{ fixed: ['force', 'speed', 'passes'] }, 'At least one dial has to be free to turn.'],
  ])('is refused in words', (change, sentence) => {
    expect(() => createTuner({ ...plotter, ...change })).toThrow(sentence);
  });

  it('and neither is an outcome that there is not', () => {
    expect(() => createTuner(plotter).record({ setting: plotter.start, outcome: 'fine' as never })).toThrow(
      'An outcome is one of far-under',
    );
  });
});

describe('the pieces beneath', () => {
  it('knows the normal distribution to six places', () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 6);
    expect(normalBelow(1)).toBeCloseTo(0.8413447, 6);
    expect(normalBelow(-1.959964)).toBeCloseTo(0.025, 6);
    expect([normalBelow(9), normalBelow(-9)]).toEqual([1, 0]);
  });

  it('measures dials by their logarithm from the start, with their sign', () => {
    expect(coordinates(plotter.dials, plotter.start, { force: 24, speed: 10, passes: 1 })).toEqual([
      expect.closeTo(Math.log(2), 9),
      expect.closeTo(-Math.log(2), 9),
      0,
    ]);
    expect(onStep({ name: 'x', min: 0, max: 1, step: 0.3, effect: 'raises' }, 0.95)).toBe(0.9);
  });
});
