import { diode, littlePlotter, longPlotter } from '../../testing/shop';
import { PROCESS_NAMES } from '../recipes';
import { circumstances, diagnose, SYMPTOMS, symptomsOf, type Known } from './index';

const vinyl: Known = {
  process: 'kiss-cut',
  settings: { force: 16, speed: 5, depth: 2, passes: 1, overcut: 0.4 },
  temper: 'blue',
  wearShare: 0.1,
  wasRightLately: true,
  thicknessMm: 0.08,
  smallestDetailMm: 1,
  artworkDetailMm: null,
};

describe('the table of symptoms', () => {
  it.each([
    'not-through-everywhere',
    'not-through-in-places',
    'corners-hang',
    'small-pieces-lift',
    'torn-corners',
    'backing-cut',
    'backing-marked',
    'scorched-edge',
    'sooty-edge',
    'engraving-too-faint',
    'engraving-too-deep',
    'engraving-banded',
    'foil-skips',
    'foil-bleeds',
    'foil-wrong-place',
    'ink-skips',
    'ink-bleeds',
    'transfer-edge-lifts',
    'transfer-scorched',
    'transfer-ghosted',
    'white-rim',
    'cut-shifted',
    'marks-not-read',
    'blank-warped',
    'seam-does-not-meet',
  ])('knows “%s”', (name) => {
    const symptom = SYMPTOMS.find((s) => s.name === name)!;
    expect(symptom.causes.length).toBeGreaterThanOrEqual(2);
    expect(symptom.causes.every(({ weight }) => weight > 0)).toBe(true);
    expect(new Set(symptom.causes.map((cause) => cause.name)).size).toBe(symptom.causes.length);
  });

  it('has something for most processes, and only processes that there are', () => {
    expect(symptomsOf('kiss-cut').length).toBeGreaterThan(8);
    expect(SYMPTOMS.flatMap(({ processes }) => processes).every((process) => PROCESS_NAMES.includes(process))).toBe(
      true,
    );
  });
});

describe('the causes of a process', () => {
  it('never have a blade for a beam, nor a lens or a carrier where there is none', () => {
    const beam = symptomsOf('laser-cut').flatMap(({ causes }) => causes);
    expect(beam.length).toBeGreaterThan(8);
    for (const { name, change } of beam)
      expect(`${name} ${'say' in change ? change.say : ''}`).not.toMatch(/blade|carrier|overcut/i);
    for (const process of ['kiss-cut', 'through-cut', 'drag-engrave'] as const)
      for (const { name } of symptomsOf(process).flatMap(({ causes }) => causes))
        expect(name).not.toMatch(/lens|heat|kerf/);
  });

  it('never are pressed again where a print would ghost', () => {
    for (const { change } of symptomsOf('sublimate').flatMap(({ causes }) => causes))
      expect('say' in change ? change.say : '').not.toMatch(/again/);
  });
});

describe('finding the cause', () => {
  it('adds up to one, the likeliest first', () => {
    for (const { name, processes } of SYMPTOMS) {
      const found = diagnose(longPlotter, name, { ...vinyl, process: processes[0] });
      expect(found.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
      found.forEach(({ chance }, i) => i && expect(chance).toBeLessThanOrEqual(found[i - 1].chance));
    }
  });

  it('looks at the blade first where it is nearly done and the numbers were right lately', () => {
    const fresh = diagnose(longPlotter, 'not-through-everywhere', { ...vinyl, temper: 'bare', wasRightLately: false });
    const worn = diagnose(longPlotter, 'not-through-everywhere', { ...vinyl, wearShare: 0.95 });
    expect(fresh[0].cause).toBe('too little for this material');
    expect(worn[0]).toMatchObject({
      cause: 'the tool is worn',
      because: ['worn tool', 'tool near its end', 'was right lately'],
      nudge: null,
    });
  });

  it('says what to turn in the machine’s own steps, as far as it goes', () => {
    const nudge = (symptom: string, known: Partial<Known>, machine = longPlotter) =>
      diagnose(machine, symptom, { ...vinyl, ...known }).map((found) => found.nudge);
    expect(nudge('backing-cut', {})).toEqual(expect.arrayContaining([{ force: -1 }, { depth: -1 }]));
    expect(nudge('corners-hang', { settings: { ...vinyl.settings, speed: 9 } })).toContainEqual({ speed: -1 });
    expect(nudge('not-through-everywhere', { settings: { ...vinyl.settings, force: 40 } })).not.toContainEqual({
      force: 1,
    });
    // Pressure moves in fives there.
    expect(
      nudge('not-through-everywhere', { settings: { force: 120, speed: 60, passes: 1 } }, littlePlotter),
    ).toContainEqual({ force: 5 });
    // Ink wants less speed to be more.
    expect(nudge('ink-skips', { process: 'draw', settings: { speed: 5, passes: 1, force: 8 } })).toContainEqual({
      speed: -1,
    });
  });

  it('takes artwork that is too fine into account, and lenses for a beam', () => {
    const fine = diagnose(longPlotter, 'small-pieces-lift', { ...vinyl, artworkDetailMm: 0.4 });
    expect(fine[0].cause).toBe('finer than this material bears');
    const beam = diagnose(diode, 'engraving-too-faint', {
      ...vinyl,
      process: 'laser-area',
      settings: { power: 40, speed: 3000, interval: 0.1 },
      temper: 'blue',
    });
    expect(beam.find(({ cause }) => cause.startsWith('the lens'))!.because).toEqual(['was right lately']);
  });

  it('knows what holds', () => {
    expect(
      circumstances(longPlotter, {
        ...vinyl,
        temper: 'straw',
        wasRightLately: false,
        wearShare: null,
        thicknessMm: 3,
        settings: { ...vinyl.settings, speed: 12 },
      }),
    ).toEqual(['never proven', 'fast', 'thick material']);
  });

  it('is refused for a symptom that the process does not have', () => {
    expect(() => diagnose(longPlotter, 'foil-skips', vinyl)).toThrow('Kiss cut has no symptom “foil-skips”.');
  });
});
