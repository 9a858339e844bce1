import type { Here } from '../here';
import type { MarksRead, NewRun, RunView } from '@keen-anvil/contract';
import type { Affine } from '@keen-anvil/core/geometry';
import { stepsToRun, worksInOrder, type StepWork } from '@keen-anvil/core/steps';
import type { Hold, StepTurn } from '@keen-anvil/core/recipes';
import { machineKindOf, type Driver } from '@keen-anvil/core/machines';
import { inTwo } from '@keen-anvil/core/runs';
import type { Trace } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { findOpenSeries, findSeries, insertSeries } from '../queries/run-series';
import { newestRevisions } from '../queries/recipes';
import { insertRuns, type NewRunRow } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { jobAnswer, jobDetail } from './job-views';
import { withPictures } from './engraved-pictures';
import { fileWithSettings, makeStepFile, type StepFile } from './machine-files';
import { correctionOn } from './print-sheets';
import { refuseTakenPieces } from './piece-claims';
import { follow, refuseBusy } from './run-consequences';
import type { RunsSeen } from './runs-seen';
import { loadShop, materialsOf, type Shop } from './shop';

/** A job that is changed while its files are worked out is worked out anew, so many times. */
const MOST_PLANS = 3;

/** How a machine is reached; none but the hand and the stand-in closes a press. */
function ownDriver({ machines }: Shop, machineId: string): Driver {
  const machine = machines.get(machineId)!;
  const own = machine.driver ?? 'stand-in';
  return own === 'cable' && machineKindOf(machine.kind).does === 'heat' ? 'stand-in' : own;
}

/** Who is led gets ready before the first start too. */
const FIRST: Hold = { machine: true, sheet: true, cover: false, tool: true, first: true };

/** Nothing is put in, taken off or turned. */
const STILL: Hold = { machine: false, sheet: false, cover: false, tool: false };

/** The job was changed while its files were worked out: nothing is written, and they are worked out anew. */
class ChangedMeanwhile extends Error {}

/** What one run does of a step on a sheet: all of it, or the passes before or after it is looked at. */
interface PlannedWork {
  work: StepWork;
  turn: StepTurn;
  /** How many passes were done in the run before it; 0 where it is the first. */
  after: number;
}

interface Planned {
  version: number;
  works: PlannedWork[];
  files: StepFile[];
  /** Where each step's sheet really lies; null where no marks were read. */
  corrections: (Affine | null)[];
  traces: Trace[];
  shop: Shop;
}

/** Puts a job on its machines: a run is written down for every step on each of its sheets. */
export class JobStart {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
    private readonly seen: RunsSeen,
  ) {}

  /** Starts a job: a run for every step and sheet, the first one under way at once. Sent twice, the second answers as the first. */
  async start(here: Here, jobId: string, wanted: NewRun): Promise<RunView[]> {
    for (let plan = 1; ; plan++) {
      if (await this.isStarted(here, this.pool, jobId, wanted.seriesId)) return this.seen.listForJob(here, jobId);
      const planned = await this.plan(here, jobId, wanted.marks ?? []);
      const isStarted = await inTransaction(here, this.pool, async (db): Promise<boolean> => {
        const job = await lockJob(db, here.workshopId, jobId);
        if (!job) throw notFound('That job');
        if (await this.isStarted(here, db, jobId, wanted.seriesId)) return true;
        if (await findOpenSeries(db, here.workshopId, jobId))
          throw new Problem(409, 'running', 'This job is on the machine already.');
        // Changed while its files were worked out: what would be cut is not what is drawn any more.
        if (job.version !== planned.version) {
          throw new ChangedMeanwhile();
        }
        await this.writeSeries(here, db, jobId, wanted, planned);
        return true;
      }).catch(async (error: unknown) => {
        if (!(error instanceof ChangedMeanwhile)) throw error;
        if (plan >= MOST_PLANS) throw stale('This job', await jobAnswer(here, this.pool, jobId));
        return false;
      });
      if (isStarted) return this.seen.listForJob(here, jobId);
    }
  }

  private async isStarted(here: Here, db: Db, jobId: string, seriesId: string): Promise<boolean> {
    const there = await findSeries(db, here.workshopId, seriesId);
    if (there && there.jobId !== jobId) throw new Problem(409, 'exists', 'This run was started for another job.');
    return there !== undefined;
  }

  /** Works out the machine file of every step, and what each machine will do with it. */
  private async plan(here: Here, jobId: string, marks: readonly MarksRead[]): Promise<Planned> {
    const job = await jobDetail(here, this.pool, this.heavy, jobId);
    const works = worksInOrder(stepsToRun(job.steps));
    const shop = await withPictures(
      here,
      this.pool,
      await loadShop(here, this.pool, materialsOf(job.steps)),
      works.map(({ work }) => work),
    );
    if (works.length === 0) throw refused('There is no step to run in this job yet.');
    const files: StepFile[] = [];
    const corrections: (Affine | null)[] = [];
    const planned: PlannedWork[] = [];
    for (const { work, turn } of works) {
      const correction = correctionOn(work, shop, marks);
      for (const { file, after } of await this.filesOf(here, work, shop, correction)) {
        files.push(file);
        corrections.push(correction);
        planned.push({
          work,
          turn: after > 0 ? { keepsSheet: true, hold: { ...STILL, lookAfter: after } } : turn,
          after,
        });
      }
    }
    const stop = files.flatMap((file) => file.stops)[0];
    if (stop) throw refused(stop);
    const traces: Trace[] = [];
    for (const [i, { work }] of planned.entries())
      traces.push(
        await this.standIns.work(
          here,
          shop.machines.get(work.machineId)!,
          files[i].text,
          files[i].settings,
          files[i].zero,
        ),
      );
    return { version: job.version, works: planned, files, corrections, traces, shop };
  }

  /** The files of a step on a sheet: one, or two where it stops to be looked at between its passes. */
  private async filesOf(
    here: Here,
    work: StepWork,
    shop: Shop,
    correction: Affine | null,
  ): Promise<{ file: StepFile; after: number }[]> {
    const all = await makeStepFile(here, this.heavy, work, shop, correction);
    const [first, rest] = inTwo(all.settings, work.cut?.lookAfter);
    if (!rest) return [{ file: all, after: 0 }];
    return [
      { file: await fileWithSettings(here, this.heavy, work, shop, first, correction), after: 0 },
      { file: await fileWithSettings(here, this.heavy, work, shop, rest, correction), after: first.passes! },
    ];
  }

  private async writeSeries(
    here: Here,
    db: Db,
    jobId: string,
    wanted: NewRun,
    { works, files, corrections, traces, shop }: Planned,
  ): Promise<void> {
    const driver = wanted.driver ?? (wanted.byHand ? 'by-hand' : 'stand-in');
    // What is asked for is how the first machine is reached; the others are reached as they always are, or all by hand.
    const [{ work: first }] = works;
    const driverFor = (machineId: string): Driver =>
      machineId === first.machineId || driver === 'by-hand' ? driver : ownDriver(shop, machineId);
    if (driver !== 'by-hand') await refuseBusy(here, db, works[0].work.machineId);
    const takings = works.flatMap(({ work: { stockPieceId, machineId, sheet } }, i) =>
      machineKindOf(shop.machines.get(machineId)!.kind).does === 'heat'
        ? []
        : [{ stockPieceId, sheetId: sheet?.id ?? null, usedLengthMm: files[i].usedLengthMm }],
    );
    const revisions = await newestRevisions(
      db,
      here.workshopId,
      files.map(({ recipe }) => recipe.id),
    );
    await refuseTakenPieces(here, db, jobId, takings, wanted.knowing ?? false);
    if (!(await insertSeries(db, here.workshopId, { id: wanted.seriesId, jobId, isLed: wanted.led ?? false })))
      throw new Problem(409, 'exists', 'There is a run with this id already.');
    const idAt = (position: number): string => uuidv5(`run ${position}`, wanted.seriesId);
    const runs = works.map(({ work, turn, after }, position): NewRunRow => {
      const { recipe, settings, text, estimateSeconds, usedLengthMm, cutMm } = files[position];
      return {
        id: idAt(position),
        seriesId: wanted.seriesId,
        jobId,
        stepId: work.id,
        sheetId: work.sheet?.id ?? null,
        sheetTurn: work.sheet?.turn ?? 1,
        sheetOf: work.sheet?.of ?? 1,
        recipeId: recipe.id,
        machineId: work.machineId,
        position,
        state: 'queued',
        hold: turn.hold ?? (wanted.led && position === 0 ? FIRST : null),
        settings,
        stockPieceId: work.stockPieceId,
        usedLengthMm,
        machineFile: text,
        estimateSeconds,
        speedUp: wanted.speedUp,
        isByHand: driverFor(work.machineId) === 'by-hand',
        driver: driverFor(work.machineId),
        nudge: null,
        onlyParts: null,
        plannedToolLife: shop.tools.get(work.toolId)?.lifeNumber ?? null,
        plannedRevision: revisions.get(recipe.id)?.revision ?? null,
        correction: corrections[position],
        plannedCutMm: cutMm,
        onTopOf: after > 0 ? idAt(position - 1) : null,
        zero: files[position].zero,
        totalSeconds: traces[position].totalSeconds,
        totalCutMm: traces[position].cutMm,
      };
    });
    await insertRuns(db, here.workshopId, runs);
    if (!(await follow(here, db, wanted.seriesId))) await touchJob(db, here.workshopId, jobId);
  }
}
