import type { Here } from '../here';
import type { NewTuning, TuningEnd, TuningView } from '@keen-anvil/contract';
import { settingProblems } from '@keen-anvil/core/recipes';
import { tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { findJob } from '../queries/jobs';
import { insertRevision, lockRecipe, updateRecipe } from '../queries/recipes';
import { deleteSheet, endTuning, findTuning, insertTuning, listTunings, lockTuning } from '../queries/tunings';
import type { StandIns } from '../standin/stand-ins';
import { refreshCards } from './cards';
import { recipeDetail } from './recipe-views';
import { loadShop } from './shop';
import { tuningView, tuningViews } from './tuning-views';
import { TrialSheets } from './trial-sheets';
import { Trials } from './trials';
import { TuningAdvice } from './tuning-advice';
import { refuseEnded } from './tuning-state';

/** Tunings of recipes: begun, listed, ended; with what the tuner says, their trial sheets and their trials. */
export class TuningService {
  readonly advice: TuningAdvice;
  readonly sheets: TrialSheets;
  readonly trials: Trials;

  constructor(
    private readonly pool: Pool,
    heavy: HeavyPool,
    standIns: StandIns,
  ) {
    this.advice = new TuningAdvice(pool, heavy);
    this.sheets = new TrialSheets(pool, standIns, this.advice);
    this.trials = new Trials(pool, heavy);
  }

  get(here: Here, id: string): Promise<TuningView> {
    return tuningView(here, this.pool, id);
  }

  /** Tunings of a recipe, newest first; all open ones where none is named. */
  async list(here: Here, recipeId: string | null): Promise<TuningView[]> {
    return tuningViews(here, this.pool, await listTunings(this.pool, here.workshopId, recipeId));
  }

  async begin(here: Here, recipeId: string, wanted: NewTuning): Promise<TuningView> {
    return inTransaction(here, this.pool, async (db) => {
      const recipe = await recipeDetail(here, db, recipeId);
      const { machines, materials } = await loadShop(here, db, [recipe.material.id]);
      const machine = machines.get(recipe.machine.id)!;
      const before = wanted.goesOnFrom ? await findTuning(db, here.workshopId, wanted.goesOnFrom) : undefined;
      if (wanted.goesOnFrom && (before?.recipeId !== recipeId || before.state !== 'ended'))
        throw refused('Only a tuning of this recipe that ended without a result can be gone on from.', 'goesOnFrom');
      // What was tried before is understood from where that one began.
      const { start, startSpread } = before ?? wanted;
      const [problem] = settingProblems(machine, recipe.process, start);
      if (problem) throw refused(problem.message, problem.field);
      const dials = tunedDials(machine, recipe.process, start);
      if (dials.every(({ name }) => wanted.fixed.includes(name)))
        throw refused('At least one dial has to be free to turn.', 'fixed');
      const piece = wanted.stockPieceId
        ? materials.get(recipe.material.id)?.pieces.find(({ id }) => id === wanted.stockPieceId)
        : undefined;
      if (wanted.stockPieceId && !piece) throw refused("That piece is not of this recipe's material.", 'stockPieceId');
      if (wanted.jobId && !(await findJob(db, here.workshopId, wanted.jobId)))
        throw refused('The job that waits for it is not in this workshop.', 'jobId');
      const isNew = await insertTuning(db, here.workshopId, {
        id: wanted.id,
        recipeId,
        jobId: wanted.jobId ?? null,
        start,
        startSpread,
        fixed: wanted.fixed,
        goesOnFrom: before?.id ?? null,
        stockPieceId: piece?.id ?? null,
        scrapWidthMm: piece?.widthMm ?? wanted.scrapWidthMm,
        scrapLengthMm: piece?.lengthMm ?? wanted.scrapLengthMm,
      });
      if (!isNew)
        throw new Problem(409, 'exists', 'This recipe is being tuned already. Go on with that one, or end it.');
      return tuningView(here, db, wanted.id);
    });
  }

  /** Writes what was settled into the recipe with its trials as evidence, or ends the tuning without. */
  async end(here: Here, id: string, { version, how }: TuningEnd): Promise<TuningView> {
    const before = await tuningView(here, this.pool, id);
    const { advice } = how === 'settle' ? await this.advice.ask(here, before, 1, null) : { advice: null };
    return inTransaction(here, this.pool, async (db) => {
      const locked = await lockTuning(db, here.workshopId, id);
      if (!locked) throw notFound('That tuning');
      const now = await tuningView(here, db, id);
      if (locked.version !== version || now.version !== before.version) throw stale('This tuning', now);
      refuseEnded(now);
      if (advice) {
        if (!advice.isSettled) throw refused('This tuning is not settled yet: more trials have to say so.', 'how');
        const trials =
          now.earlier.length + now.sheets.flatMap(({ shapes }) => shapes).filter((shape) => shape.outcome).length;
        await lockRecipe(db, here.workshopId, now.recipe.id);
        await insertRevision(db, here.workshopId, now.recipe.id, {
          settings: advice.settings,
          source: 'own-trial',
          reason: `settled by tuning in ${trials} trials: ${advice.why}`.slice(0, 1000),
          tuningId: id,
          settledTrials: trials,
        });
        await updateRecipe(db, here.workshopId, now.recipe.id);
        await refreshCards(here, db, [now.recipe.id]);
      } else {
        for (const sheet of now.sheets.filter(({ state }) => state === 'planned'))
          await deleteSheet(db, here.workshopId, sheet.id);
      }
      await endTuning(db, here.workshopId, id, advice ? 'settled' : 'ended');
      return tuningView(here, db, id);
    });
  }
}
