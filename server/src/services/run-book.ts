import type { NewRun, RunAction, RunView, StepView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { isOver, keepsMachine, mayTurn } from '@keen-anvil/core/runs';
import { processOf, type Outcome } from '@keen-anvil/core/recipes';
import { positionAt, type Trace } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { findOpenSeries, findSeries, insertSeries, settleSeries } from '../queries/run-series';
import {
  findRun,
  insertRun,
  listNewestRuns,
  listOpenRuns,
  listSeriesRuns,
  lockRun,
  makeRoomAfter,
  scoreRun,
  takeBackHold,
  tellOfRun,
  type RunRow,
} from '../queries/runs';
import { insertVerdict } from '../queries/verdicts';
import type { StandIns } from '../standin/stand-ins';
import { refreshCards } from './cards';
import { jobDetail } from './job-views';
import { fileWithSettings, makeStepFile, type StepFile } from './machine-files';
import { refuseTakenPieces } from './piece-claims';
import { follow, refuseBusy, setGoing, takeTurn } from './run-consequences';
import { doneOf } from './run-progress';
import { runViews, strongerOf } from './run-views';
import { loadShop, materialsOf, type Shop } from './shop';

/** A job that is changed while its files are worked out is worked out anew, so many times. */
const MOST_PLANS = 3;

/** The job was changed while its files were worked out: nothing is written, and they are worked out anew. */
class ChangedMeanwhile extends Error {}

interface Planned {
  version: number;
  steps: StepView[];
  files: StepFile[];
  traces: Trace[];
  shop: Shop;
}

/** The runs of jobs, as they are written down; nothing of them is kept in memory. */
export class RunBook {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
  ) {}

  /** Starts a job: a run for every step, the first one under way at once. Sent twice, the second answers as the first. */
  async startJob(workshopId: string, jobId: string, wanted: NewRun): Promise<RunView[]> {
    for (let plan = 1; ; plan++) {
      if (await this.isStarted(this.pool, workshopId, jobId, wanted.seriesId))
        return this.listForJob(workshopId, jobId);
      const planned = await this.plan(workshopId, jobId);
      const isStarted = await inTransaction(this.pool, async (db): Promise<boolean> => {
        const job = await lockJob(db, workshopId, jobId);
        if (!job) throw notFound('That job');
        if (await this.isStarted(db, workshopId, jobId, wanted.seriesId)) return true;
        if (await findOpenSeries(db, workshopId, jobId))
          throw new Problem(409, 'running', 'This job is on the machine already.');
        // Changed while its files were worked out: what would be cut is not what is drawn any more.
        if (job.version !== planned.version) {
          throw plan >= MOST_PLANS ? stale('This job', await jobDetail(db, workshopId, jobId)) : new ChangedMeanwhile();
        }
        await this.writeSeries(db, workshopId, jobId, wanted, planned);
        return true;
      }).catch((error: unknown) => {
        if (error instanceof ChangedMeanwhile) return false;
        throw error;
      });
      if (isStarted) return this.listForJob(workshopId, jobId);
    }
  }

  /** What the maker presses: start after a hold, pause, resume, cancel, and done by hand. */
  async command(workshopId: string, id: string, action: RunAction): Promise<RunView> {
    const seen = await this.find(workshopId, id);
    // Where the head is, for what a cancelled run has worn; worked out before anything is locked.
    const trace =
      seen.isByHand || !keepsMachine(seen.state) || seen.state === 'holding'
        ? null
        : await this.traceOf(workshopId, seen);
    const shop = await loadShop(this.pool, workshopId, [seen.materialId]);
    const refusal = await inTransaction(this.pool, async (db): Promise<Problem | undefined> => {
      const run = await this.lock(db, workshopId, seen);
      const refusal = new Problem(409, 'run-state', `A run that is ${run.state} cannot be told to ${action}.`);
      if (!mayTurn(run.state, action)) return refusal;
      if (action === 'done' && !run.isByHand)
        return new Problem(409, 'run-state', 'The stand-in says itself when it is done.');
      const seconds = doneOf(run);
      if (run.state === 'running' && !run.isByHand && seconds >= (run.totalSeconds ?? run.estimateSeconds)) {
        // It was done before this was pressed, and is written down as that first.
        await finish(db, workshopId, run, shop);
        return new Problem(409, 'run-state', `A run that is finished cannot be told to ${action}.`);
      }
      if (action === 'start') await refuseUncut(db, workshopId, run);
      if (action === 'start' || action === 'resume') {
        await setGoing(db, workshopId, run, action);
        await touchJob(db, run.jobId);
      } else if (action === 'done') await finish(db, workshopId, run, shop);
      else {
        const cutMm = trace ? positionAt(trace, seconds).cutMm : run.cutMm;
        await takeTurn(db, workshopId, run, action, { seconds, cutMm }, shop);
        if (action === 'cancel') await this.cancelRest(db, workshopId, run, shop);
      }
      return undefined;
    });
    if (refusal) throw refusal;
    return this.get(workshopId, id);
  }

  /** Goes over a run's step once more in its place, a little stronger: the sheet was not moved, and the first pass counts in. */
  async again(workshopId: string, id: string, newId: string): Promise<RunView> {
    const seen = await this.find(workshopId, id);
    if (await findRun(this.pool, workshopId, newId)) return this.get(workshopId, newId);
    const shop = await loadShop(this.pool, workshopId, [seen.materialId]);
    const settings = strongerOf(seen, shop);
    if (!settings)
      throw refused(
        'Only a step that was not enough can be gone over again in its place. Say how it came out first.',
        'outcome',
      );
    const step = (await jobDetail(this.pool, workshopId, seen.jobId)).steps.find(
      ({ id: stepId }) => stepId === seen.stepId,
    );
    if (!step) throw refused('The step of this run is not in the job any more.');
    const file = await fileWithSettings(this.heavy, step, shop, settings);
    const { totalSeconds, cutMm } = await this.standIns.work(shop.machines.get(seen.machineId)!, file.text, settings);
    await inTransaction(this.pool, async (db) => {
      const run = await this.lock(db, workshopId, seen);
      if (await findRun(db, workshopId, newId)) return;
      const [newest] = await listNewestRuns(db, workshopId, run.jobId);
      if (newest?.seriesId !== run.seriesId)
        throw new Problem(409, 'run-state', 'The job was run anew since: the sheet does not lie there any more.');
      const series = await listSeriesRuns(db, workshopId, run.seriesId);
      const next = series.find(({ state }) => state === 'running' || state === 'paused');
      if (next) throw new Problem(409, 'run-state', 'The machine is at work on the next step already.');
      if (series.some((other) => other.position > run.position && other.state === 'finished'))
        throw new Problem(409, 'run-state', 'A later step was done since: the sheet does not lie there any more.');
      // The step that is on hold behind it stands back, and gives its machine away for the time.
      const held = series.find(({ state }) => state === 'holding');
      if (held) await takeBackHold(db, workshopId, held.id);
      await makeRoomAfter(db, workshopId, run.seriesId, run.position);
      await insertRun(db, workshopId, {
        ...run,
        id: newId,
        position: run.position + 1,
        state: 'queued',
        hold: null,
        settings,
        machineFile: file.text,
        estimateSeconds: file.estimateSeconds,
        plannedCutMm: file.cutMm,
        usedLengthMm: 0,
        onTopOf: run.id,
        totalSeconds,
        totalCutMm: cutMm,
      });
      await setGoing(db, workshopId, (await findRun(db, workshopId, newId))!, 'begin');
      await settleSeries(db, workshopId, run.seriesId);
      await touchJob(db, run.jobId);
    });
    return this.get(workshopId, newId);
  }

  /** Keeps the maker's verdict, or takes it back; it is evidence for the recipe from now on. */
  async score(workshopId: string, id: string, outcome: Outcome | null): Promise<RunView> {
    const seen = await this.find(workshopId, id);
    await inTransaction(this.pool, async (db) => {
      const run = await this.lock(db, workshopId, seen);
      if (run.state !== 'finished') throw new Problem(409, 'run-state', 'A run can be scored once it is finished.');
      await scoreRun(db, id, outcome);
      await insertVerdict(db, workshopId, 'run', id, outcome, run.outcome);
      await refreshCards(db, workshopId, [run.recipeId]);
      await touchJob(db, run.jobId);
      await tellOfRun(db, id);
    });
    return this.get(workshopId, id);
  }

  async get(workshopId: string, id: string): Promise<RunView> {
    return (await this.views(workshopId, [await this.find(workshopId, id)]))[0];
  }

  async listForJob(workshopId: string, jobId: string): Promise<RunView[]> {
    return this.views(workshopId, await listNewestRuns(this.pool, workshopId, jobId));
  }

  /** Runs that somebody should know of; where their heads are is not asked. */
  async listOpen(workshopId: string): Promise<RunView[]> {
    const runs = await listOpenRuns(this.pool, workshopId);
    return runs.length > 0
      ? runViews(this.pool, workshopId, runs, await loadShop(this.pool, workshopId), async () => null)
      : [];
  }

  /** A run's row, and what its stand-in does: enough to say where it is for as long as it goes on so. */
  async follow(workshopId: string, id: string): Promise<{ run: RunRow; trace: Trace | null }> {
    const run = await this.find(workshopId, id);
    return { run, trace: await this.traceOf(workshopId, run) };
  }

  private async isStarted(db: Db, workshopId: string, jobId: string, seriesId: string): Promise<boolean> {
    const there = await findSeries(db, workshopId, seriesId);
    if (there && there.jobId !== jobId) throw new Problem(409, 'exists', 'This run was started for another job.');
    return there !== undefined;
  }

  /** Works out the machine file of every step, and what each machine will do with it. */
  private async plan(workshopId: string, jobId: string): Promise<Planned> {
    const job = await jobDetail(this.pool, workshopId, jobId);
    const shop = await loadShop(this.pool, workshopId, materialsOf(job.steps));
    const steps = job.steps.filter((step) => !step.isSkipped);
    if (steps.length === 0) throw refused('There is no step to run in this job yet.');
    const files: StepFile[] = [];
    for (const step of steps) files.push(await makeStepFile(this.heavy, step, shop));
    const stop = files.flatMap((file) => file.stops)[0];
    if (stop) throw refused(stop);
    const traces: Trace[] = [];
    for (const [i, step] of steps.entries())
      traces.push(await this.standIns.work(shop.machines.get(step.machineId)!, files[i].text, files[i].settings));
    return { version: job.version, steps, files, traces, shop };
  }

  private async writeSeries(
    db: Db,
    workshopId: string,
    jobId: string,
    wanted: NewRun,
    { steps, files, traces, shop }: Planned,
  ): Promise<void> {
    if (!wanted.byHand) await refuseBusy(db, workshopId, steps[0].machineId);
    const takings = steps.flatMap(({ stockPieceId, machineId }, i) =>
      machineKindOf(shop.machines.get(machineId)!.kind).does === 'heat'
        ? []
        : [{ stockPieceId, usedLengthMm: files[i].usedLengthMm }],
    );
    await refuseTakenPieces(db, workshopId, jobId, takings, wanted.knowing ?? false);
    if (!(await insertSeries(db, workshopId, { id: wanted.seriesId, jobId })))
      throw new Problem(409, 'exists', 'There is a run with this id already.');
    for (const [position, step] of steps.entries()) {
      const { recipe, settings, text, estimateSeconds, usedLengthMm, cutMm } = files[position];
      await insertRun(db, workshopId, {
        id: uuidv5(`run ${position}`, wanted.seriesId),
        seriesId: wanted.seriesId,
        jobId,
        stepId: step.id,
        recipeId: recipe.id,
        machineId: step.machineId,
        position,
        state: 'queued',
        hold: step.holdFor,
        settings,
        stockPieceId: step.stockPieceId,
        usedLengthMm,
        machineFile: text,
        estimateSeconds,
        speedUp: wanted.speedUp,
        isByHand: wanted.byHand ?? false,
        plannedCutMm: cutMm,
        onTopOf: null,
        totalSeconds: traces[position].totalSeconds,
        totalCutMm: traces[position].cutMm,
      });
    }
    await follow(db, workshopId, wanted.seriesId);
    await touchJob(db, jobId);
  }

  /** What comes behind a run that was cancelled is cancelled with it. */
  private async cancelRest(db: Db, workshopId: string, run: RunRow, shop: Shop): Promise<void> {
    const later = (await listSeriesRuns(db, workshopId, run.seriesId)).filter(
      (other) => other.position > run.position && !isOver(other.state),
    );
    for (const other of later)
      await takeTurn(db, workshopId, other, 'cancel', { seconds: other.doneSeconds, cutMm: other.cutMm }, shop);
  }

  private async find(workshopId: string, id: string): Promise<RunRow> {
    const run = await findRun(this.pool, workshopId, id);
    if (!run) throw notFound('That run');
    return run;
  }

  /** Locks a run's job, then the run. */
  private async lock(db: Db, workshopId: string, { id, jobId }: RunRow): Promise<RunRow> {
    await lockJob(db, workshopId, jobId);
    const run = await lockRun(db, workshopId, id);
    if (!run) throw notFound('That run');
    return run;
  }

  /** What the stand-in of a run does; null where it is on none, or its file cannot be followed: then nobody can say where the head is. */
  private async traceOf(workshopId: string, run: RunRow): Promise<Trace | null> {
    if (run.isByHand || !keepsMachine(run.state) || run.state === 'holding') return null;
    const machine = (await loadShop(this.pool, workshopId)).machines.get(run.machineId);
    return machine ? this.standIns.traceOf(workshopId, run, machine).catch(() => null) : null;
  }

  private async views(workshopId: string, runs: readonly RunRow[]): Promise<RunView[]> {
    if (runs.length === 0) return [];
    return runViews(this.pool, workshopId, runs, await loadShop(this.pool, workshopId), (run) =>
      this.traceOf(workshopId, run),
    );
  }
}

/** Writes down that a run is done, and sets going what follows. */
export async function finish(db: Db, workshopId: string, run: RunRow, shop: Shop): Promise<void> {
  const done = run.isByHand
    ? { seconds: run.estimateSeconds, cutMm: run.plannedCutMm ?? 0 }
    : { seconds: run.totalSeconds ?? run.estimateSeconds, cutMm: run.totalCutMm ?? run.plannedCutMm ?? 0 };
  await takeTurn(db, workshopId, run, run.isByHand ? 'done' : 'end', done, shop);
  await follow(db, workshopId, run.seriesId);
}

/** A job does not go on to press, or cut further, what was not cut. */
async function refuseUncut(db: Db, workshopId: string, run: RunRow): Promise<void> {
  const last = (await listSeriesRuns(db, workshopId, run.seriesId))
    .filter((other) => other.position < run.position && other.state === 'finished')
    .at(-1);
  if (!last?.outcome?.endsWith('under')) return;
  throw new Problem(
    409,
    'not-enough',
    `What lies there came out as “${processOf(last.process).outcomes[last.outcome]}”. Go over it again in its place before you go on, or correct the verdict.`,
  );
}
