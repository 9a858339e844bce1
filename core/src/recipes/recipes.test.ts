import fc from 'fast-check';
import { littlePlotter, longPlotter } from '../../testing/shop';
import {
  findRecipe,
  OUTCOMES,
  PROCESSES,
  processOf,
  quantitiesFor,
  sameSettings,
  sayTemper,
  settingProblems,
  SOURCES,
  temperOf,
  TEMPERS,
  type Evidence,
} from './index';

const kissCut = { depth: 3, force: 14, speed: 5, passes: 1, overcut: 0.5 };

describe('a recipe against its machine', () => {
  it('is taken where every number is on a dial', () => {
    expect(settingProblems(longPlotter, 'kiss-cut', kissCut)).toEqual([]);
  });

  it('is refused in words where a number is off the scale, missing, or none of the process', () => {
    expect(settingProblems(longPlotter, 'kiss-cut', { ...kissCut, force: 44 })).toEqual([
      { field: 'force', message: "Long plotter's force goes from 1 to 40; 44 was given." },
    ]);
    expect(settingProblems(longPlotter, 'kiss-cut', { force: 14, passes: 1 })[0].message).toBe(
      'Kiss cut needs speed: from 1 to 12 on Long plotter.',
    );
    expect(settingProblems(longPlotter, 'draw', { speed: 4, passes: 1, overcut: 1 })[0].message).toContain(
      'Draw has no overcut',
    );
    expect(settingProblems(longPlotter, 'kiss-cut', { ...kissCut, passes: 9 })[0].message).toContain(
      'goes from 1 to 4 ×',
    );
    expect(settingProblems(littlePlotter, 'kiss-cut', { ...kissCut, force: 100, speed: 50 })[0].message).toBe(
      'Little plotter has no dial for depth.',
    );
  });

  it('lists what is dialled in the order of the machine', () => {
    expect(quantitiesFor(longPlotter, 'kiss-cut').map((q) => q.name)).toEqual([
      'depth',
      'force',
      'speed',
      'passes',
      'overcut',
    ]);
    expect(quantitiesFor(littlePlotter, 'kiss-cut').map((q) => q.name)).toEqual([
      'force',
      'speed',
      'passes',
      'overcut',
    ]);
  });

  it('two settings are the same only where every number is', () => {
    expect(sameSettings(kissCut, { ...kissCut })).toBe(true);
    expect(sameSettings(kissCut, { ...kissCut, overcut: undefined })).toBe(false);
  });
});

describe('the table of processes', () => {
  it('has words of its own for every outcome, and an order', () => {
    for (const process of PROCESSES) expect(new Set(OUTCOMES.map((o) => process.outcomes[o])).size).toBe(5);
    expect([...PROCESSES].sort((a, b) => a.rank - b.rank).map((p) => p.name)).toEqual([
      'draw',
      'foil',
      'deboss',
      'drag-engrave',
      'laser-area',
      'laser-line',
      'score',
      'kiss-cut',
      'through-cut',
      'laser-cut',
      'heat-press',
      'sublimate',
    ]);
    expect(() => processOf('weld' as never)).toThrow('must be one of');
  });
});

describe('temper', () => {
  const story = (...events: string[]): Evidence[] =>
    events.map((event, i) => {
      const [kind, outcome] = event.split(' ') as [Evidence['kind'], Evidence['outcome']];
      return { kind, outcome, at: i };
    });
  it.each([
    ['guess', [], 'bare'],
    ['supplier-card', [], 'straw'],
    ['guess', ['trial right'], 'bronze'],
    ['guess', ['trial right', 'trial right', 'trial right'], 'violet'],
    ['guess', ['run right', 'run right'], 'bronze'],
    ['guess', ['run right', 'run right', 'run right'], 'blue'],
    ['guess', ['run right', 'run right', 'run right', 'run under'], 'violet'],
    ['guess', ['run right', 'run right', 'run right', 'run far-over'], 'bronze'],
    ['guess', ['run right', 'run right', 'run right', 'run under', 'run right'], 'violet'],
    ['supplier-card', ['trial under'], 'bare'],
    ['guess', ['trial far-under'], 'bare'],
  ] as const)('%s, then %j: %s', (source, events, temper) => {
    expect(temperOf(source, story(...events)).temper).toBe(temper);
  });

  it('says why', () => {
    const why = (
      source: Parameters<typeof temperOf>[0],
      events: Parameters<typeof story>,
      settled?: Parameters<typeof temperOf>[2],
    ) => sayTemper(temperOf(source, story(...events), settled).tally);
    expect(why('guess', ['run right', 'trial right', 'run over', 'run right'])).toEqual([
      'right 3 times, 2 of them in real runs',
      'wrong once, right once since',
    ]);
    expect(why('guess', ['trial right', 'trial under', 'trial under'])).toEqual([
      'right once in trials',
      'wrong twice, and not right since',
    ]);
    expect(why('guess', ['run right'])).toEqual(['right once, in a real run']);
    expect(why('guess', ['run right', 'run right'])).toEqual(['right twice, all in real runs']);
    expect(why('guess', [], { at: 0, trials: 1 })).toEqual(['settled by tuning in 1 trial']);
    expect(why('supplier-card', [])).toEqual(['borrowed, not tried here yet']);
    expect(why('guess', [])).toEqual(['never tried']);
  });

  it('never rises by a wrong outcome nor falls by a right one, in whatever order it is told', () => {
    const events = fc.array(
      fc.record({ kind: fc.constantFrom('trial' as const, 'run' as const), outcome: fc.constantFrom(...OUTCOMES) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(events, fc.constantFrom(...SOURCES), fc.constantFrom(...OUTCOMES), (list, source, outcome) => {
        const evidence = list.map((e, i) => ({ ...e, at: i }));
        const before = TEMPERS.indexOf(temperOf(source, evidence).temper);
        const after = TEMPERS.indexOf(
          temperOf(source, [{ kind: 'run' as const, outcome, at: 99 }, ...evidence]).temper,
        );
        if (outcome === 'right') expect(after).toBeGreaterThanOrEqual(before);
        else expect(after).toBeLessThanOrEqual(before);
      }),
    );
  });
});

describe('finding a recipe', () => {
  it('takes only the exact one', () => {
    const key = { machineId: 'long', toolId: 'fine', materialId: 'navy', process: 'kiss-cut' as const };
    expect(findRecipe([{ ...key, toolId: 'deep' }, key], key)).toBe(key);
    expect(findRecipe([{ ...key, process: 'through-cut' as const }], key)).toBeUndefined();
  });
});
