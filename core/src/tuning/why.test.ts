import { createTuner, type TunerSpec } from './index';
import { sayWhy } from './why';

const said = {
  process: 'kiss-cut',
  setting: { force: 18, speed: 4 },
  right: 0.82,
  under: 0.1,
  over: 0.08,
  isSettled: false,
  isHopeless: false,
  history: [{ setting: { force: 17, speed: 4 }, outcome: 'under' }],
} as const;

describe('why a trial is the next one', () => {
  it('names what is turned, how likely it is right, and what the last one gave', () => {
    expect(sayWhy(said)).toBe('force 18: likely “clean” (82 %); force 17 gave “hangs in places”');
    expect(sayWhy({ ...said, isSettled: true })).toBe(
      'force 18 is settled: “clean” 82 % of the time; force 17 gave “hangs in places”',
    );
    expect(sayWhy({ ...said, history: [] })).toBe('force 18, speed 4: likely “clean” (82 %)');
  });

  it('says so where it rather shows the window’s end, and where it is tried again', () => {
    const history = [{ setting: { force: 18, speed: 4 }, outcome: 'right' as const }];
    expect(sayWhy({ ...said, right: 0.3, under: 0.1, over: 0.6, setting: { force: 22, speed: 4 }, history })).toBe(
      'force 22: “clean” with a chance of 30 %, else rather “backing marked”, which would show where the window ends; force 18 gave “clean”',
    );
    expect(sayWhy({ ...said, history })).toContain('; the same gave “clean”');
  });

  it('tells a window that is too narrow from dials that do not reach', () => {
    const many = (outcomes: readonly ('under' | 'over')[]) =>
      outcomes.map((outcome) => ({ setting: { force: 40, speed: 1 }, outcome }));
    const hopeless = { ...said, isHopeless: true, right: 0.2 };
    expect(sayWhy({ ...hopeless, history: many(['under', 'over', 'under']) })).toContain(
      "narrower than the machine's scatter",
    );
    expect(sayWhy({ ...hopeless, history: many(['under', 'under']) })).toBe(
      'Nothing that can be dialled in seems strong enough, as far as 2 trials show',
    );
    expect(sayWhy({ ...hopeless, history: many(['over', 'over']) })).toContain('gentle enough');
  });
});

describe('several trials at once, and passes in place', () => {
  const beam: TunerSpec = {
    process: 'laser-area',
    start: { power: 40, speed: 3000 },
    startSpread: 1,
    seed: 5,
    dials: [
      { name: 'power', min: 5, max: 100, step: 1, effect: 'raises' },
      { name: 'speed', min: 500, max: 6000, step: 50, effect: 'lowers' },
    ],
  };

  it('are all different, the advised one among them, on the dials’ steps', () => {
    const tuner = createTuner(beam);
    const batch = tuner.batch(4);
    expect(batch).toHaveLength(4);
    expect(new Set(batch.map((setting) => JSON.stringify(setting))).size).toBe(4);
    expect(batch[0]).toEqual(tuner.suggest().setting);
    for (const { power, speed } of batch) expect([power % 1, speed % 50]).toEqual([0, 0]);
    // Spread over what is not known: weaker and stronger than the start.
    const doses = batch.map(({ power, speed }) => power / speed);
    expect(Math.min(...doses)).toBeLessThan(40 / 3000);
    expect(Math.max(...doses)).toBeGreaterThan(40 / 3000);
  });

  it('a second pass asks for less than the first, the closer that came', () => {
    const after = (outcome: 'under' | 'far-under') => {
      const tuner = createTuner({ ...beam, startSpread: 0.35 });
      tuner.record({ setting: beam.start, outcome });
      return tuner.repeat([beam.start]);
    };
    expect(after('under').setting.power).toBeLessThan(after('far-under').setting.power);
    const { chance } = after('under');
    expect(chance.under + chance.right + chance.over).toBeCloseTo(1, 6);
    expect(chance.right).toBeGreaterThan(0.4);
  });

  it('what was found best is as sure as what was seen, and narrow windows are told', () => {
    const tuner = createTuner({ ...beam, startSpread: 0.35 });
    const before = tuner.best();
    tuner.record({ setting: beam.start, outcome: 'right' });
    const after = tuner.best();
    expect(after.sure).toBeGreaterThan(before.sure);
    expect(before.narrow).toBeGreaterThan(0);
    expect(before.narrow).toBeLessThan(0.3);
  });

  it('wear that goes on moves what is needed, wear that was there before does not', () => {
    const worn = (from: number, to: number) => {
      const tuner = createTuner({ ...beam, process: 'kiss-cut', startSpread: 0.35 });
      tuner.record({ setting: beam.start, outcome: 'right', wear: from });
      tuner.record({ setting: beam.start, outcome: 'under', wear: to });
      return tuner.predict(beam.start).under;
    };
    expect(worn(2000, 2001)).toBeCloseTo(worn(0, 1), 6);
    expect(worn(0, 1500)).not.toBeCloseTo(worn(0, 1), 3);
  });
});
