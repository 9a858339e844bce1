import type { Here } from '../here';
import type { LineTick, RunCommand, RunNudge, RunReport, RunView } from '@keen-anvil/contract';
import { unticked } from '@keen-anvil/core/preparation';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { newestRevisions } from '../queries/recipes';
import { findMachineFile, lockRun, reportRun, rewriteRun, tickRun, type RunRow } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { takeTurn } from './run-consequences';
import { planRun } from './run-plans';
import { changedSince, preparations } from './run-preparation';
import type { RunsSeen } from './runs-seen';
import { loadShop, type Shop } from './shop';

/** What happens at the machine before and while a run goes: got ready, moved to where the work lies, told of by its cable. */
export class LedRuns {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
    private readonly seen: RunsSeen,
  ) {}

  /** Writes whether a line of what has to be ready is ticked off. */
  async tick(here: Here, id: string, { line, isTicked }: LineTick): Promise<RunView> {
    const run = await this.seen.find(here, id);
    if (run.state !== 'holding' && run.state !== 'queued')
      throw new Problem(409, 'run-state', `What has to be ready is ticked before the start; this run is ${run.state}.`);
    const shop = await loadShop(here, this.pool, [run.materialId]);
    const lines = (await preparations(here, this.pool, [run], shop)).get(run.id) ?? [];
    if (!lines.some((known) => known.id === line))
      throw refused(`A line of what has to be ready for this run was expected; “${line}” came.`, 'line');
    await tickRun(this.pool, here.workshopId, id, line, isTicked);
    return this.seen.get(here, id);
  }

  /** Moves a run that has not begun on its sheet: its file is made anew. Sent twice, it lies where the first said. */
  async nudge(here: Here, id: string, nudge: RunNudge): Promise<RunView> {
    const run = await this.seen.find(here, id);
    refuseBegun(run, 'moved');
    await this.rewrite(here, run, { nudge: { dxMm: nudge.dxMm, dyMm: nudge.dyMm } });
    return this.seen.get(here, id);
  }

  /** The file that a run is done with. */
  async file(here: Here, id: string): Promise<{ run: RunRow; text: string }> {
    const run = await this.seen.find(here, id);
    return { run, text: (await findMachineFile(this.pool, here.workshopId, id)) ?? '' };
  }

  /**
   * Before a run starts: what keeps people safe is ticked, its machine is there, and it goes by what holds now. A tool that was
   * replaced is planned for anew; a recipe that was revised is asked about.
   */
  async beforeStart(here: Here, run: RunRow, { recipe: wish }: Pick<RunCommand, 'recipe'>): Promise<void> {
    const shop = await loadShop(here, this.pool, [run.materialId]);
    const lines = (await preparations(here, this.pool, [run], shop)).get(run.id) ?? [];
    const [open] = unticked(lines, run.ticked);
    if (open)
      throw new Problem(409, 'not-ready', `This was expected to be ticked off before the start: “${open.text}”.`);
    const recipe = (await newestRevisions(this.pool, here.workshopId, [run.recipeId])).get(run.recipeId);
    const changes = changedSince(run, shop, recipe?.revision);
    if (changes.includes('machine-away'))
      throw new Problem(
        409,
        'machine-away',
        `${run.machineName} is put away. Take it out again in the shop, or cancel the run.`,
      );
    if (changes.includes('recipe-revised') && recipe && !run.onTopOf) {
      if (!wish)
        throw new Problem(
          409,
          'recipe-revised',
          'The recipe was revised since this run was planned. Say which numbers it goes by: those of then, or those of now.',
        );
      if (wish === 'as-revised') {
        await this.rewrite(here, run, { asRevised: true });
        return;
      }
    }
    if (changes.includes('tool-replaced') || changes.includes('holder-measured')) await this.rewrite(here, run, {});
  }

  /** How far a run over a cable is. One that is broken off stands, and can be gone on with. */
  async report(here: Here, id: string, report: RunReport): Promise<RunView> {
    const seen = await this.seen.find(here, id);
    if (seen.driver !== 'cable') throw refused('Only a run over a cable tells of itself.', 'driver');
    const shop = await loadShop(here, this.pool, [seen.materialId]);
    await inTransaction(here, this.pool, async (db) => {
      const run = await this.lock(here, db, seen);
      if (run.state !== 'running' && run.state !== 'paused')
        throw new Problem(409, 'run-state', `A run that is ${run.state} is not told of any more.`);
      const total = run.totalSeconds ?? run.estimateSeconds;
      const done = { ...report, doneSeconds: Math.min(total, report.doneSeconds) };
      await reportRun(db, here.workshopId, id, { ...done, interruption: report.interruption });
      if (report.interruption && run.state === 'running') {
        const seconds = Math.max(run.doneSeconds, done.doneSeconds);
        await takeTurn(here, db, run, 'pause', { seconds, cutMm: Math.max(run.cutMm, done.cutMm) }, shop);
      }
    });
    return this.seen.get(here, id);
  }

  /** Makes a run's file anew and writes it, while it has not begun. */
  private async rewrite(
    here: Here,
    run: RunRow,
    change: { nudge?: RunRow['nudge']; asRevised?: boolean },
  ): Promise<void> {
    const shop = await loadShop(here, this.pool, [run.materialId]);
    const recipe = (await newestRevisions(this.pool, here.workshopId, [run.recipeId])).get(run.recipeId);
    const settings = change.asRevised && recipe ? recipe.settings : run.settings;
    const { file, trace } = await planRun(
      here,
      { pool: this.pool, heavy: this.heavy, standIns: this.standIns },
      run,
      shop,
      { nudge: change.nudge, settings },
    );
    if (file.stops[0]) throw refused(file.stops[0], 'nudge');
    await this.write(here, run, shop, {
      machineFile: file.text,
      correction: run.correction,
      zero: file.zero,
      nudge: change.nudge === undefined ? run.nudge : change.nudge,
      settings,
      plannedRevision: change.asRevised ? (recipe?.revision ?? run.plannedRevision) : run.plannedRevision,
      estimateSeconds: file.estimateSeconds,
      plannedCutMm: file.cutMm,
      totalSeconds: trace.totalSeconds,
      totalCutMm: trace.cutMm,
    });
  }

  private async write(
    here: Here,
    run: RunRow,
    shop: Shop,
    anew: Omit<Parameters<typeof rewriteRun>[2], 'id' | 'plannedToolLife'>,
  ): Promise<void> {
    const plannedToolLife = shop.tools.get(run.toolId)?.lifeNumber ?? run.plannedToolLife;
    await inTransaction(here, this.pool, async (db) => {
      if (!(await lockJob(db, here.workshopId, run.jobId))) throw notFound('That run');
      if (!(await rewriteRun(db, here.workshopId, { ...anew, id: run.id, plannedToolLife })))
        throw new Problem(409, 'run-state', 'This run was taken further in the meantime. Look at it as it is now.');
      await touchJob(db, here.workshopId, run.jobId);
    });
  }

  private async lock(here: Here, db: Db, { id, jobId }: RunRow): Promise<RunRow> {
    await lockJob(db, here.workshopId, jobId);
    const run = await lockRun(db, here.workshopId, id);
    if (!run) throw notFound('That run');
    return run;
  }
}

function refuseBegun({ state }: RunRow, what: string): void {
  if (state !== 'holding' && state !== 'queued')
    throw new Problem(409, 'run-state', `Work is ${what} before it is begun; this run is ${state}.`);
}
