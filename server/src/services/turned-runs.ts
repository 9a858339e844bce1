import type { Here } from '../here';
import type { JobDetail, MarkRead, RunView } from '@keen-anvil/contract';
import { turnMarksOf, worksOf, type StepWork } from '@keen-anvil/core/steps';
import type { Affine } from '@keen-anvil/core/geometry';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { listSeriesRuns, rewriteRun, tellOfRun, type RunRow } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { jobDetail } from './job-views';
import { withPictures } from './engraved-pictures';
import { fileWithSettings, pieceOf } from './machine-files';
import { correctionBy } from './print-sheets';
import type { RunsSeen } from './runs-seen';
import { loadShop, type Shop } from './shop';

/** What is done on the back of a sheet that was turned over: brought behind its front by the marks that are read of it. */
export class TurnedRuns {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
    private readonly seen: RunsSeen,
  ) {}

  /** Brings all that is still to be done on the back of a run's sheet to where its marks were read. Sent twice, it says the same. */
  async read(here: Here, id: string, read: readonly MarkRead[]): Promise<RunView> {
    const run = await this.seen.find(here, id);
    if (!waits(run))
      throw new Problem(
        409,
        'run-state',
        `The marks of a sheet are read before its back is begun; this run is ${run.state}.`,
      );
    const job = await jobDetail(here, this.pool, this.heavy, run.jobId);
    const loaded = await loadShop(here, this.pool, [run.materialId]);
    const shop = await withPictures(here, this.pool, loaded, job.steps.flatMap(worksOf));
    const work = workOf(job, run);
    if (!work) throw refused('The step of this run is not in the job any more.');
    const correction = correctionOf(job, work, shop, read);
    const series = await listSeriesRuns(this.pool, here.workshopId, run.seriesId);
    const backs = series.flatMap((other) => {
      const on = waits(other) && other.sheetId === run.sheetId ? workOf(job, other) : undefined;
      return on?.turned ? [{ run: other, work: on }] : [];
    });
    const written = await Promise.all(
      backs.map(async (back) => {
        const file = await fileWithSettings(here, this.heavy, back.work, shop, back.run.settings, correction);
        const machine = shop.machines.get(back.run.machineId)!;
        const { totalSeconds, cutMm } = await this.standIns.work(
          here,
          machine,
          file.text,
          back.run.settings,
          file.zero,
        );
        return { back, id: back.run.id, file, totalSeconds, cutMm };
      }),
    );
    await inTransaction(here, this.pool, async (db) => {
      if (!(await lockJob(db, here.workshopId, run.jobId))) throw notFound('That run');
      for (const { back, id: runId, file, totalSeconds, cutMm } of written) {
        const isWritten = await rewriteRun(db, here.workshopId, {
          id: runId,
          machineFile: file.text,
          correction,
          zero: file.zero,
          // Where it lies now is read anew.
          nudge: null,
          settings: back.run.settings,
          plannedToolLife: back.run.plannedToolLife,
          plannedRevision: back.run.plannedRevision,
          estimateSeconds: file.estimateSeconds,
          plannedCutMm: file.cutMm,
          totalSeconds,
          totalCutMm: cutMm,
        });
        if (!isWritten)
          throw new Problem(409, 'run-state', 'This run was taken further in the meantime. Look at it as it is now.');
        await tellOfRun(db, runId);
      }
      await touchJob(db, here.workshopId, run.jobId);
    });
    return this.seen.get(here, id);
  }
}

const waits = ({ state }: RunRow): boolean => state === 'queued' || state === 'holding';

const workOf = (job: JobDetail, run: RunRow): StepWork | undefined => {
  const step = job.steps.find(({ id }) => id === run.stepId);
  return step && worksOf(step).find(({ sheet }) => sheet?.id === run.sheetId);
};

function correctionOf(job: JobDetail, work: StepWork, shop: Shop, read: readonly MarkRead[]): Affine {
  const piece = pieceOf(work, shop);
  if (!work.turned || !work.sheet || !piece)
    throw refused('The front of this sheet lies up: it is not turned over for this step.');
  const { widthMm, lengthMm } = piece;
  const marks = turnMarksOf(job, { ...work.sheet, widthMm, lengthMm, turned: work.turned });
  if (!marks) throw refused('This sheet has no marks to turn by: put them on it, and cut them with its front.', 'read');
  return correctionBy(marks, read, true);
}
