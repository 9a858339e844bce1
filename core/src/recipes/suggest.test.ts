import { clam, diode, littlePlotter, longPlotter, otherPlotter } from '../../testing/shop';
import {
  logDose,
  sayOffBy,
  settingProblems,
  suggestRecipe,
  type KnownRecipe,
  type RecipePlace,
  type Suggestion,
} from './index';

const vinyl = (name: string, thicknessMm: number) => ({ id: name, name, family: 'vinyl', thicknessMm });
const known = (id: string, over: Partial<KnownRecipe> = {}): KnownRecipe => ({
  id,
  process: 'kiss-cut',
  settings: { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 },
  temper: 'violet',
  machine: longPlotter,
  tool: { kind: 'fine-blade' },
  material: vinyl('navy', 0.08),
  ...over,
});
const place = (over: Partial<RecipePlace> = {}): RecipePlace => ({
  process: 'kiss-cut',
  machine: longPlotter,
  tool: { kind: 'fine-blade' },
  material: vinyl('white', 0.08),
  ...over,
});
const suggestion = (recipes: KnownRecipe[], at = place()): Suggestion => {
  const answer = suggestRecipe(recipes, at);
  if (!answer.suggestion) throw new Error(answer.refusal);
  return answer.suggestion;
};

describe('starting without a recipe', () => {
  it('takes the number of the same thickness as it is, and says what it leaned on', () => {
    const found = suggestion([known('navy')]);
    expect(found.settings).toEqual({ depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 });
    expect(found.leanedOn).toEqual([
      { recipeId: 'navy', materialName: 'navy', thicknessMm: 0.08, machineName: 'Long plotter', weight: 1 },
    ]);
    expect(found.why).toMatch(/^From navy; could be off by \w+ steps? of force either way$/);
    expect(found.source).toBe('carried-over');
  });

  it('asks for more where the material is thicker, by the process’s exponent', () => {
    const thick = suggestion([known('navy')], place({ material: vinyl('thick', 0.16) }));
    const dose = logDose(longPlotter, 'kiss-cut', known('navy').settings).value;
    expect(thick.dose).toBeCloseTo(dose + 0.9 * Math.log(2), 2);
    expect(thick.settings.force).toBeGreaterThan(26);
    expect(thick.settings.depth).toBe(4);
    expect(thick.spread).toBeGreaterThan(suggestion([known('navy')]).spread);
  });

  it('learns the exponent from the maker’s own recipes, shrunk towards the process’s', () => {
    // Twice as thick needed only 1.4 times the force, four times: twice.
    const at = (id: string, thicknessMm: number, force: number) =>
      known(id, { material: vinyl(id, thicknessMm), settings: { ...known('x').settings, force } });
    const flat = suggestion(
      [at('a', 0.05, 12), at('b', 0.1, 16), at('c', 0.2, 23), at('d', 0.4, 32)],
      place({ material: vinyl('e', 0.8) }),
    );
    const steep = suggestion([at('d', 0.4, 32)], place({ material: vinyl('e', 0.8) }));
    expect(flat.dose).toBeLessThan(steep.dose - 0.1);
  });

  it('leans on proven recipes more than on guesses', () => {
    const wild = known('wild', {
      temper: 'bare',
      material: vinyl('wild', 0.08),
      settings: { ...known('x').settings, force: 34 },
    });
    const { leanedOn, settings } = suggestion([known('navy'), wild]);
    expect(leanedOn[0].recipeId).toBe('navy');
    expect(leanedOn[0].weight).toBeGreaterThan(0.7);
    expect(settings.force).toBeLessThan(20);
  });

  it('goes through grams and mm/s to another measured machine', () => {
    const { settings, why } = suggestion([known('navy')], place({ machine: otherPlotter }));
    // 128 gf and 150 mm/s on the other plotter's own scales.
    expect(settings).toMatchObject({ force: 130, speed: 150, passes: 1 });
    expect(settings.depth).toBeUndefined();
    expect(why).toContain('on Long plotter');
    expect(settingProblems(otherPlotter, 'kiss-cut', settings)).toEqual([]);
  });

  it('refuses where the scale was never measured and no common material ties it down', () => {
    const answer = suggestRecipe([known('navy')], place({ machine: littlePlotter }));
    expect(answer.suggestion).toBeNull();
    expect(answer.refusal).toContain(
      "Little plotter's pressure and speed scale was never measured, and no material of this family has a recipe for it there",
    );
  });

  it('carries over to an unmeasured scale once one material stands on both', () => {
    const there = known('navy little', {
      machine: littlePlotter,
      settings: { force: 100, speed: 100, passes: 1, overcut: 0.5 },
    });
    const thicker = place({ machine: littlePlotter, material: vinyl('thick', 0.12) });
    const found = suggestion(
      [
        known('navy'),
        known('thick', { material: vinyl('thick', 0.12), settings: { ...known('x').settings, force: 24 } }),
        there,
      ],
      thicker,
    );
    expect(found.settings.force).toBeGreaterThan(120);
    expect(found.settings.force).toBeLessThan(175);
  });

  it('refuses where nothing of the family is known, or the machine cannot reach it', () => {
    expect(suggestRecipe([], place()).refusal).toBe(
      'Nothing in the book is near enough to lean on: there is no kiss cut on a material of this family on any machine yet.',
    );
    expect(suggestRecipe([known('navy')], place({ material: vinyl('slab', 3) })).refusal).toContain(
      'even at its strongest it falls short',
    );
    expect(suggestRecipe([known('navy')], place({ machine: diode })).refusal).toContain('Diode has no dial for force');
  });

  it('keeps a press below what the material bears', () => {
    const film = { id: 'film', name: 'film', family: 'film', thicknessMm: 0.09 };
    const pressed = known('film', {
      process: 'heat-press',
      machine: clam,
      tool: { kind: 'press-plate' },
      material: film,
      settings: { temperature: 160, dwell: 15 },
    });
    const { settings } = suggestion([pressed], {
      process: 'heat-press',
      machine: clam,
      tool: { kind: 'press-plate' },
      material: { ...film, id: 'other', name: 'other', heatLimitC: 150 },
    });
    expect(settings.temperature).toBeLessThanOrEqual(150);
    expect(settings.dwell).toBeGreaterThan(20);
  });

  it('says how far off it could be in plain words', () => {
    expect(sayOffBy({ quantity: 'force', steps: 2 })).toBe('could be off by two steps of force either way');
    expect(sayOffBy({ quantity: 'power', steps: 1 })).toBe('could be off by one step of power either way');
    expect(sayOffBy({ quantity: 'force', steps: 0 })).toBe('should be right to the step of force');
  });
});
