import type { Here } from '../here';
import type { TuningAdviceView, TuningView, WindowView } from '@keen-anvil/contract';
import { type Machine } from '@keen-anvil/core/machines';
import { sameSettings, settingProblems, type QuantityName } from '@keen-anvil/core/recipes';
import { seedFromId } from '@keen-anvil/core/standins';
import { toolKindOf } from '@keen-anvil/core/tools';
import { tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { TuneAnswer, TuneTask } from '../heavy/tune';
import { Problem, refused } from '../problem';
import { listEvidence, type EvidenceRow } from '../queries/evidence';
import { listEarlierShapes, listShapes, type ShapeRow } from '../queries/trial-shapes';
import { recipeDetail } from './recipe-views';
import { loadShop, type Shop } from './shop';
import { tuningView } from './tuning-views';

/** So many answers of the tuner are kept: the same question comes again when the sheet is laid out. */
const KEPT_ANSWERS = 60;
/** So many of the last runs with a recipe are looked at. */
const MOST_RUNS = 20;
/** How sure a recipe's own numbers are when its window is drawn without a tuning. */
const WINDOW_SPREAD = 0.35;

/** What the tuner says: what to try next, and where right lies. */
export class TuningAdvice {
  private readonly answers = new Map<string, Promise<TuneAnswer>>();

  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
  ) {}

  /** What to try next; reckoned when it is asked for. */
  async next(here: Here, id: string): Promise<TuningAdviceView> {
    const tuning = await tuningView(here, this.pool, id);
    const { advice, passPlan } = await this.ask(here, tuning, 1, null);
    return { advice, passPlan };
  }

  /** The tuner's answer; to the same question it is always the same. */
  async ask(here: Here, tuning: TuningView, count: number, repeatOf: string | null): Promise<TuneAnswer> {
    const shop = await loadShop(here, this.pool);
    const machine = shop.machines.get(tuning.recipe.machine.id)!;
    refuseOffDial(machine, tuning);
    const runs = (await listEvidence(this.pool, here.workshopId, [tuning.recipe.id])).filter(
      ({ kind, settings }) => kind === 'run' && settingProblems(machine, tuning.recipe.process, settings).length === 0,
    );
    const task = await this.task(here, shop, tuning, runs, count, repeatOf);
    // All that the answer stands on.
    const key = `${here.workshopId} ${JSON.stringify(task)}`;
    const kept = this.answers.get(key) ?? this.heavy.tune(here, task);
    this.answers.delete(key);
    this.answers.set(key, kept);
    kept.catch(() => this.answers.delete(key));
    for (const oldest of [...this.answers.keys()].slice(0, -KEPT_ANSWERS)) this.answers.delete(oldest);
    return kept;
  }

  private async task(
    here: Here,
    { machines, tools }: Shop,
    { id, recipe, start, startSpread, fixed }: TuningView,
    ran: readonly EvidenceRow[],
    count: number,
    repeatOf: string | null,
  ): Promise<TuneTask> {
    const isMetres = toolKindOf(tools.get(recipe.tool.id)!.kind).wearUnit === 'm';
    const asTrials = (shapes: ShapeRow[], isEarlier: boolean): TuneTask['trials'] =>
      shapes.flatMap(({ id: shapeId, number, settings, onTopOf, outcome, toolWear }) =>
        outcome
          ? [{ id: shapeId, number, settings, onTopOf, outcome, wear: isMetres ? toolWear : null, isEarlier }]
          : [],
      );
    // What came of real runs with the recipe is known too, the oldest first.
    const runs = ran
      .slice(0, MOST_RUNS)
      .reverse()
      .map(({ id: run, settings, outcome, onTopOf = [], toolWear }, i) => ({
        id: run,
        number: i + 1,
        settings,
        onTopOf,
        outcome,
        wear: isMetres ? toolWear : null,
        isEarlier: true,
      }));
    const tried = [
      ...asTrials(await listEarlierShapes(this.pool, here.workshopId, id), true),
      ...asTrials(await listShapes(this.pool, here.workshopId, id), false),
    ];
    // Who begins elsewhere than the recipe stands wants the first trial to be there.
    const trials = tried.length === 0 && !sameSettings(start, recipe.settings) ? [] : [...runs, ...tried];
    return {
      machine: machines.get(recipe.machine.id)!,
      process: recipe.process,
      start,
      startSpread,
      fixed,
      seed: seedFromId(id) >>> 1,
      thicknessMm: recipe.material.thicknessMm,
      trials,
      count,
      repeatOf,
    };
  }

  /** Where right lies over two dials of a recipe, as all its trials and runs say. */
  async window(here: Here, recipeId: string, x: string | null, y: string | null): Promise<WindowView> {
    const recipe = await recipeDetail(here, this.pool, recipeId);
    const machine = (await loadShop(here, this.pool)).machines.get(recipe.machine.id)!;
    const names = tunedDials(machine, recipe.process, recipe.settings).map(({ name }) => name);
    if (names.length === 0) throw refused('This recipe has no dial to turn.');
    const pick = (wanted: string | null, fallback: QuantityName | undefined): QuantityName | undefined => {
      if (wanted === null) return fallback;
      const found = names.find((name) => name === wanted);
      if (!found) throw refused(`The window can be drawn over ${names.join(', ')}; “${wanted}” came.`, 'x');
      return found;
    };
    const first = pick(x, names[0])!;
    const second = pick(
      y,
      names.find((name) => name !== first),
    );
    const evidence = (await listEvidence(this.pool, here.workshopId, [recipeId])).reverse();
    return this.heavy.goodWindow(here, {
      machine,
      process: recipe.process,
      start: recipe.settings,
      startSpread: WINDOW_SPREAD,
      fixed: [],
      seed: seedFromId(recipeId) >>> 1,
      thicknessMm: recipe.material.thicknessMm,
      x: first,
      y: second && second !== first ? second : null,
      trials: evidence.map(({ id, settings, outcome, onTopOf = [] }, i) => ({
        id,
        number: i + 1,
        settings,
        onTopOf,
        outcome,
        wear: null,
      })),
    });
  }
}

/** A dial may have been given another range since the tuning began: what was tried is not on it any more. */
function refuseOffDial(machine: Machine, { recipe, start, sheets, earlier }: TuningView): void {
  const tried = [...sheets.flatMap(({ shapes }) => shapes), ...earlier]
    .filter(({ outcome }) => outcome !== null)
    .map(({ settings }) => settings);
  const [problem] = [start, ...tried].flatMap((settings) =>
    settingProblems(machine, recipe.process, { ...start, ...settings }),
  );
  if (problem)
    throw new Problem(
      409,
      'off-dial',
      `${problem.message} The dial was given another range since this tuning began: end it, and begin a new one from where you are.`,
    );
}
