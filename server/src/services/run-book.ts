import type { Here } from '../here';
import type { PartOutcome, RunAgain, RunCommand, RunView } from '@keen-anvil/contract';
import { keepsMachine, mayTurn, notEnough } from '@keen-anvil/core/runs';
import { processOf, type Hold, type Outcome } from '@keen-anvil/core/recipes';
import { positionAt } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { settleSeries } from '../queries/run-series';
import {
  cancelUnbegun,
  dropRun,
  findRun,
  forgetInterruption,
  insertRuns,
  listNewestRuns,
  listSeriesRuns,
  lockRun,
  makeRoomAfter,
  scoreRun,
  takeBackHold,
  tellOfRun,
  type NewRunRow,
  type RunRow,
} from '../queries/runs';
import { refuseMissingPhotos } from '../queries/photos';
import { insertVerdict } from '../queries/verdicts';
import type { StandIns } from '../standin/stand-ins';
import { refreshCards } from './cards';
import { JobStart } from './job-start';
import { finish, follow, refuseBusy, setGoing, takeTurn } from './run-consequences';
import { doneOf } from './run-progress';
import { strongerOf } from './run-views';
import { LedRuns } from './led-runs';
import { planRun } from './run-plans';
import { repeatAfter } from './repeat-advice';
import { RunsSeen } from './runs-seen';
import { loadShop } from './shop';
import { TurnedRuns } from './turned-runs';

/** Before something is gone over again in its place: the sheet lies still, and whoever stands there is made safe again. */
const AGAIN: Hold = { machine: false, sheet: false, cover: false, tool: false, again: true };

/** What a maker does to runs: pressed, gone over again, judged. */
export class RunBook {
  readonly seen: RunsSeen;
  readonly starting: JobStart;
  readonly turned: TurnedRuns;
  readonly led: LedRuns;

  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
  ) {
    this.seen = new RunsSeen(pool, standIns);
    this.starting = new JobStart(pool, heavy, standIns, this.seen);
    this.turned = new TurnedRuns(pool, heavy, standIns, this.seen);
    this.led = new LedRuns(pool, heavy, standIns, this.seen);
  }

  /** What the maker presses: start after a hold, pause, resume, cancel, and done by hand. */
  async command(here: Here, id: string, { action, recipe }: RunCommand): Promise<RunView> {
    const seen = await this.seen.find(here, id);
    if (action === 'enough') return this.enough(here, seen);
    if (action === 'start' && mayTurn(seen.state, action)) await this.led.beforeStart(here, seen, { recipe });
    // Where the head is, for what a cancelled run has worn; worked out before anything is locked.
    const trace =
      seen.isByHand || !keepsMachine(seen.state) || seen.state === 'holding'
        ? null
        : await this.seen.traceOf(here, seen);
    const shop = await loadShop(here, this.pool, [seen.materialId]);
    const refusal = await inTransaction(here, this.pool, async (db): Promise<Problem | undefined> => {
      const run = await this.lock(here, db, seen);
      const refusal = new Problem(409, 'run-state', `A run that is ${run.state} cannot be told to ${action}.`);
      if (!mayTurn(run.state, action)) return refusal;
      if (action === 'done' && run.driver === 'stand-in')
        return new Problem(409, 'run-state', 'The stand-in says itself when it is done.');
      const seconds = doneOf(run);
      if (
        run.state === 'running' &&
        run.driver === 'stand-in' &&
        seconds >= (run.totalSeconds ?? run.estimateSeconds)
      ) {
        // It was done before this was pressed, and is written down as that first.
        await finish(here, db, run, shop);
        return new Problem(409, 'run-state', `A run that is finished cannot be told to ${action}.`);
      }
      if (action === 'start') await refuseUncut(here, db, run);
      if (action === 'start' || action === 'resume') {
        await setGoing(here, db, run, action);
        if (action === 'resume' && run.interruption) await forgetInterruption(db, here.workshopId, run.id);
        await touchJob(db, here.workshopId, run.jobId);
      } else if (action === 'done') await finish(here, db, run, shop);
      else {
        const cutMm = trace ? positionAt(trace, seconds).cutMm : run.cutMm;
        // What comes behind a run that is cancelled is cancelled with it.
        if (action === 'cancel') await cancelUnbegun(db, here.workshopId, run.seriesId, run.position);
        await takeTurn(here, db, run, action, { seconds, cutMm }, shop);
      }
      return undefined;
    });
    if (refusal) throw refusal;
    return this.seen.get(here, id);
  }

  /** It is through before all of its passes are done: the rest is left out, and what was done is right. Returns the run that was looked at. */
  private async enough(here: Here, seen: RunRow): Promise<RunView> {
    const { onTopOf } = seen;
    const isLookedAt = ({ state, hold }: RunRow) => state === 'holding' && hold?.lookAfter !== undefined;
    const refusal = new Problem(
      409,
      'run-state',
      'Passes are left out at the stop between them; this run does not stand there.',
    );
    if (!onTopOf || !isLookedAt(seen)) throw refusal;
    await inTransaction(here, this.pool, async (db) => {
      if (!isLookedAt(await this.lock(here, db, seen))) throw refusal;
      const done = (await lockRun(db, here.workshopId, onTopOf))!;
      await dropRun(db, here.workshopId, seen.id);
      await scoreRun(db, here.workshopId, onTopOf, 'right', {});
      if (done.outcome !== 'right') await insertVerdict(db, here.workshopId, 'run', onTopOf, 'right', done.outcome);
      await refreshCards(here, db, [done.recipeId]);
      await follow(here, db, seen.seriesId);
      await settleSeries(db, here.workshopId, seen.seriesId);
      await touchJob(db, here.workshopId, seen.jobId);
    });
    return this.seen.get(here, onTopOf);
  }

  /**
   * Goes over a run's step once more in its place, a little stronger: the sheet was not moved, and the first pass counts in.
   * On a machine whose maker is led it holds first, until what keeps people safe is ticked again.
   * @param partIds only these; what was not enough by the verdicts on parts where nothing is said
   */
  async again(here: Here, id: string, { id: newId, partIds, isAll = false }: RunAgain): Promise<RunView> {
    const seen = await this.seen.find(here, id);
    if (await findRun(this.pool, here.workshopId, newId)) return this.seen.get(here, newId);
    const shop = await loadShop(here, this.pool, [seen.materialId]);
    const settings = strongerOf(seen, shop);
    if (!settings)
      throw refused(
        'Only a step that was not enough can be gone over again in its place. Say how it came out first.',
        'outcome',
      );
    const short = partIds || isAll ? null : (notEnough(seen.outcome, seen.partOutcomes)?.parts ?? null);
    const parts = { pool: this.pool, heavy: this.heavy, standIns: this.standIns };
    const { file, trace, onlyParts } = await planRun(here, parts, seen, shop, {
      settings,
      onlyParts: partIds ?? (short && 'only' in short ? short.only : seen.onlyParts),
      butParts: short && 'but' in short ? short.but : [],
    });
    const { totalSeconds, cutMm } = trace;
    await inTransaction(here, this.pool, async (db) => {
      const run = await this.lock(here, db, seen);
      if (await findRun(db, here.workshopId, newId)) return;
      const [newest] = await listNewestRuns(db, here.workshopId, run.jobId);
      if (newest?.seriesId !== run.seriesId)
        throw new Problem(409, 'run-state', 'The job was run anew since: the sheet does not lie there any more.');
      const series = await listSeriesRuns(db, here.workshopId, run.seriesId);
      const next = series.find(({ state }) => state === 'running' || state === 'paused');
      if (next) throw new Problem(409, 'run-state', 'The machine is at work on the next step already.');
      if (series.some((other) => other.position > run.position && other.state === 'finished'))
        throw new Problem(409, 'run-state', 'A later step was done since: the sheet does not lie there any more.');
      // The step that is on hold behind it stands back, and gives its machine away for the time.
      const held = series.find(({ state }) => state === 'holding');
      if (held) await takeBackHold(db, here.workshopId, held.id);
      await makeRoomAfter(db, here.workshopId, run.seriesId, run.position);
      const repeat: NewRunRow = {
        ...run,
        id: newId,
        position: run.position + 1,
        state: run.isLed ? 'holding' : 'queued',
        hold: run.isLed ? AGAIN : null,
        settings,
        machineFile: file.text,
        estimateSeconds: file.estimateSeconds,
        plannedCutMm: file.cutMm,
        usedLengthMm: 0,
        onTopOf: run.id,
        onlyParts: onlyParts && [...onlyParts],
        zero: file.zero,
        totalSeconds,
        totalCutMm: cutMm,
      };
      await insertRuns(db, here.workshopId, [repeat]);
      if (run.isLed) {
        if (!run.isByHand) await refuseBusy(here, db, run.machineId, newId);
      } else await setGoing(here, db, (await findRun(db, here.workshopId, newId))!, 'begin');
      await settleSeries(db, here.workshopId, run.seriesId);
      await touchJob(db, here.workshopId, run.jobId);
    });
    return this.seen.get(here, newId);
  }

  /** Keeps the maker's verdict, or takes it back; it is evidence for the recipe from now on. */
  async score(
    here: Here,
    id: string,
    {
      outcome,
      ...more
    }: { outcome: Outcome | null; parts?: PartOutcome[]; symptom?: string | null; photoId?: string | null },
  ): Promise<RunView> {
    const seen = await this.seen.find(here, id);
    await refuseMissingPhotos(this.pool, here.workshopId, more.photoId ? [more.photoId] : []);
    // The tuner is asked before anything is locked.
    const stronger =
      seen.state === 'finished'
        ? await repeatAfter(
            here,
            { pool: this.pool, heavy: this.heavy },
            seen,
            notEnough(outcome, more.parts ?? seen.partOutcomes)?.outcome ?? outcome,
            await loadShop(here, this.pool, [seen.materialId]),
          )
        : null;
    await inTransaction(here, this.pool, async (db) => {
      const run = await this.lock(here, db, seen);
      if (run.state !== 'finished') throw new Problem(409, 'run-state', 'A run can be scored once it is finished.');
      // What was said of parts goes with a verdict that is taken back.
      await scoreRun(
        db,
        here.workshopId,
        id,
        outcome,
        outcome === null ? { parts: [], symptom: null } : { ...more, stronger },
      );
      // A photo or a symptom that comes later is no other verdict.
      if (outcome !== run.outcome) await insertVerdict(db, here.workshopId, 'run', id, outcome, run.outcome);
      await refreshCards(here, db, [run.recipeId]);
      await touchJob(db, here.workshopId, run.jobId);
      await tellOfRun(db, id);
    });
    return this.seen.get(here, id);
  }

  /** Locks a run's job, then the run. */
  private async lock(here: Here, db: Db, { id, jobId }: RunRow): Promise<RunRow> {
    await lockJob(db, here.workshopId, jobId);
    const run = await lockRun(db, here.workshopId, id);
    if (!run) throw notFound('That run');
    return run;
  }
}

/** A job does not go on to press, or cut further, what was not cut. */
async function refuseUncut(here: Here, db: Db, run: RunRow): Promise<void> {
  // What is gone over again is the mending itself.
  if (run.onTopOf) return;
  const last = (await listSeriesRuns(db, here.workshopId, run.seriesId))
    .filter((other) => other.position < run.position && other.state === 'finished')
    .at(-1);
  if (!last?.outcome?.endsWith('under')) return;
  throw new Problem(
    409,
    'not-enough',
    `What lies there came out as “${processOf(last.process).outcomes[last.outcome]}”. Go over it again in its place before you go on, or correct the verdict.`,
  );
}
