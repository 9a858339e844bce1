import { EventEmitter } from 'node:events';
import type { NewRun, RunAction, RunProgress, RunView } from '@keen-anvil/contract';
import { seedFromId, standInFor, trialResult } from '@keen-anvil/core/standins';
import { machineKindOf } from '@keen-anvil/core/machines';
import { drawDown } from '@keen-anvil/core/materials';
import type { Outcome } from '@keen-anvil/core/recipes';
import { toolKindOf, type ToolKind } from '@keen-anvil/core/tools';
import type { Pool } from 'pg';
import type { Logger } from 'pino';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { touchJob } from '../queries/jobs';
import {
  findMachineFile,
  findRun,
  finishRun,
  insertRun,
  keepProgress,
  listNewestRuns,
  listOpenRuns,
  listRunning,
  lockRun,
  scoreRun,
  setRunState,
  type RunRow,
} from '../queries/runs';
import { lockPiece, updatePiece } from '../queries/materials';
import { addWear } from '../queries/tools';
import { DeviceBay } from '../standin/device-bay';
import { refreshCards } from './cards';
import { jobDetail } from './job-views';
import { makeStepFile, type StepFile } from './machine-files';
import { loadShop, type Shop } from './shop';

/** Progress is written down this often, in ms, so that little is lost when the server stops. */
const KEEP_EVERY_MS = 1000;

interface RunServiceEvents {
  /** Something about a run changed: progress, or its state. */
  changed: [runId: string, progress: RunProgress];
}

/** Runs of jobs on the stand-in machines. */
export class RunService extends EventEmitter<RunServiceEvents> {
  /** Runs of jobs that this service put on a machine; trial sheets share the bay. */
  private readonly mine = new Set<string>();
  private readonly kept = new Map<string, number>();
  private readonly pending = new Set<Promise<void>>();

  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly log: Logger,
    private readonly bay: DeviceBay = new DeviceBay(),
  ) {
    super();
    this.setMaxListeners(200);
    this.bay.on('progress', (runId, progress) => {
      if (!this.mine.has(runId)) return;
      this.emit('changed', runId, progress);
      const now = performance.now();
      if (now - (this.kept.get(runId) ?? 0) < KEEP_EVERY_MS) return;
      this.kept.set(runId, now);
      this.inBackground(keepProgress(pool, runId, progress.doneSeconds, progress.cutMm));
    });
    this.bay.on('finished', (runId, machineId) => {
      if (this.mine.has(runId)) this.inBackground(this.finish(runId, machineId));
    });
  }

  /** Runs that were under way when the server stopped wait, paused, where they were. */
  async recover(): Promise<void> {
    for (const { id, workshopId } of await listRunning(this.pool)) {
      await inTransaction(this.pool, async (db) => {
        const run = await lockRun(db, workshopId, id);
        if (run) await setRunState(db, workshopId, id, { state: 'paused', doneSeconds: run.doneSeconds, cutMm: run.cutMm, event: 'interrupted' });
      });
    }
  }

  /** Starts a job: a run for every step, the first one under way at once. */
  async startJob(workshopId: string, jobId: string, wanted: NewRun): Promise<RunView[]> {
    const job = await jobDetail(this.pool, workshopId, jobId);
    const shop = await loadShop(this.pool, workshopId);
    const steps = job.steps.filter((step) => !step.isSkipped);
    if (steps.length === 0) throw refused('There is no step to run in this job yet.');
    const files: StepFile[] = [];
    for (const step of steps) files.push(await makeStepFile(this.heavy, step, shop));
    const stop = files.flatMap((file) => file.stops)[0];
    if (stop) throw refused(stop);
    await inTransaction(this.pool, async (db) => {
      const open = (await listOpenRuns(db, workshopId)).find((run) => run.jobId === jobId && run.state !== 'finished');
      if (open) throw new Problem(409, 'running', 'This job is on the machine already.');
      this.refuseBusy(steps[0].machineId, shop);
      for (const [position, step] of steps.entries()) {
        const { recipe, settings, text, estimateSeconds, usedLengthMm } = files[position];
        await insertRun(db, workshopId, {
          id: uuidv5(`run ${position}`, wanted.seriesId),
          seriesId: wanted.seriesId,
          jobId,
          stepId: step.id,
          recipeId: recipe.id,
          position,
          state: 'queued',
          hold: step.hold,
          settings,
          stockPieceId: step.stockPieceId,
          usedLengthMm,
          machineFile: text,
          estimateSeconds,
          speedUp: wanted.speedUp,
        });
      }
      await touchJob(db, jobId);
    });
    const [first] = await listNewestRuns(this.pool, workshopId, jobId);
    await this.begin(workshopId, first.id, 'started');
    return this.listForJob(workshopId, jobId);
  }

  /** What the maker presses: start after a hold, pause, resume, cancel. */
  async command(workshopId: string, id: string, action: RunAction): Promise<RunView> {
    const run = await findRun(this.pool, workshopId, id);
    if (!run) throw notFound('That run');
    const from = { start: ['holding'], pause: ['running'], resume: ['paused'], cancel: ['queued', 'holding', 'running', 'paused'] }[action];
    if (!from.includes(run.state)) throw new Problem(409, 'run-state', `A run that is ${run.state} cannot be told to ${action}.`);
    if (action === 'start' || action === 'resume') await this.begin(workshopId, id, action === 'start' ? 'started' : 'resumed');
    else if (action === 'pause') await this.stop(workshopId, run, 'paused', 'paused');
    else await this.cancel(workshopId, run);
    return this.view((await findRun(this.pool, workshopId, id))!);
  }

  /** Keeps the maker's verdict; it is evidence for the recipe from now on. */
  async score(workshopId: string, id: string, outcome: Outcome): Promise<RunView> {
    await inTransaction(this.pool, async (db) => {
      const run = await lockRun(db, workshopId, id);
      if (!run) throw notFound('That run');
      if (run.state !== 'finished') throw new Problem(409, 'run-state', 'A run can be scored once it is finished.');
      await scoreRun(db, id, outcome);
      await refreshCards(db, workshopId, [run.recipeId]);
      await touchJob(db, run.jobId);
    });
    return this.view((await findRun(this.pool, workshopId, id))!);
  }

  async get(workshopId: string, id: string): Promise<RunView> {
    const run = await findRun(this.pool, workshopId, id);
    if (!run) throw notFound('That run');
    return this.view(run);
  }

  async listForJob(workshopId: string, jobId: string): Promise<RunView[]> {
    return (await listNewestRuns(this.pool, workshopId, jobId)).map((run) => this.view(run));
  }

  async listOpen(workshopId: string): Promise<RunView[]> {
    return (await listOpenRuns(this.pool, workshopId)).map((run) => this.view(run));
  }

  /** Stops all machines and waits for what is still being written. */
  async close(): Promise<void> {
    this.bay.close();
    await Promise.all(this.pending);
  }

  private async begin(workshopId: string, id: string, event: string): Promise<void> {
    const run = await findRun(this.pool, workshopId, id);
    const shop = await loadShop(this.pool, workshopId);
    const machine = run && shop.machines.get(run.machineId);
    const file = await findMachineFile(this.pool, workshopId, id);
    if (!run || !machine || file === undefined) throw notFound('That run');
    this.refuseBusy(machine.id, shop, id);
    this.mine.add(id);
    this.bay.load(machine.id, id, standInFor(machine, file, run.settings), run.speedUp, run.doneSeconds);
    try {
      await this.change(workshopId, id, ['queued', 'holding', 'paused'], (locked) => ({ state: 'running', doneSeconds: locked.doneSeconds, cutMm: locked.cutMm, event }));
    } catch (error) {
      this.bay.unload(machine.id);
      throw error;
    }
    this.bay.go(machine.id);
    this.announce(this.view({ ...run, state: 'running' }));
  }

  private async stop(workshopId: string, run: RunRow, state: 'paused' | 'cancelled', event: string): Promise<void> {
    const isOn = this.bay.runOn(run.machineId) === run.id;
    if (isOn) this.bay.halt(run.machineId);
    const at = this.bay.progressOf(run.id);
    await this.change(workshopId, run.id, ['queued', 'holding', 'running', 'paused'], (locked) => ({
      state,
      doneSeconds: at?.doneSeconds ?? locked.doneSeconds,
      cutMm: at?.cutMm ?? locked.cutMm,
      event,
    }));
    // A paused machine keeps its sheet; a cancelled one is free for others.
    if (isOn && state === 'cancelled') this.bay.unload(run.machineId);
    this.announce(this.view((await findRun(this.pool, workshopId, run.id))!));
  }

  private async cancel(workshopId: string, run: RunRow): Promise<void> {
    const series = await listNewestRuns(this.pool, workshopId, run.jobId);
    for (const later of series.filter((r) => r.position >= run.position && !['finished', 'cancelled'].includes(r.state))) {
      await this.stop(workshopId, later, 'cancelled', 'cancelled');
    }
  }

  private async finish(runId: string, machineId: string): Promise<void> {
    const progress = this.bay.progressOf(runId)!;
    const workshopId = await this.workshopOf(runId);
    const before = (await findRun(this.pool, workshopId, runId))!;
    const shop = await loadShop(this.pool, workshopId);
    const next = await inTransaction(this.pool, async (db) => {
      const run = await lockRun(db, workshopId, runId);
      if (run?.state !== 'running') return undefined;
      const tool = shop.tools.get(run.toolId)!;
      const seenOutcome = this.lookAt(run, shop, tool.wear);
      await setRunState(db, workshopId, runId, { state: 'finished', doneSeconds: progress.totalSeconds, cutMm: progress.cutMm, event: 'finished' });
      await finishRun(db, runId, { measuredSeconds: progress.totalSeconds, toolWear: tool.wear, toolLife: tool.lifeNumber, seenOutcome });
      await addWear(db, workshopId, run.toolId, wearOf(tool.kind, progress));
      if (await usesUp(db, workshopId, run, machineKindOf(shop.machines.get(run.machineId)!.kind).does)) await takeFromStock(db, workshopId, run);
      await refreshCards(db, workshopId, [run.recipeId]);
      await touchJob(db, run.jobId);
      const following = (await listNewestRuns(db, workshopId, run.jobId)).find((r) => r.position === run.position + 1 && r.state === 'queued');
      if (following?.hold) await setRunState(db, workshopId, following.id, { state: 'holding', doneSeconds: 0, cutMm: 0, event: 'holding' });
      return following;
    });
    this.bay.unload(machineId);
    try {
      // The next step is under way before anybody hears of the end: who asks then finds it.
      if (next && !next.hold) await this.begin(workshopId, next.id, 'started');
    } finally {
      this.announce(this.view({ ...before, state: 'finished', doneSeconds: progress.totalSeconds, cutMm: progress.cutMm }));
    }
  }

  /** What the stand-in's world makes of a finished run. */
  private lookAt(run: RunRow, shop: Shop, wear: number): Outcome {
    const machine = shop.machines.get(run.machineId)!;
    const material = shop.materials.get(run.materialId)!;
    const world = { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) };
    return trialResult({ process: run.process, machine, passes: [run.settings], wear, heatLimitC: material.heatLimitC }, world, seedFromId(run.id)).outcome;
  }

  private async change(
    workshopId: string,
    id: string,
    from: RunRow['state'][],
    to: (run: RunRow) => { state: RunRow['state']; doneSeconds: number; cutMm: number; event: string },
  ): Promise<void> {
    await inTransaction(this.pool, async (db: Db) => {
      const run = await lockRun(db, workshopId, id);
      if (!run) throw notFound('That run');
      if (!from.includes(run.state)) throw new Problem(409, 'run-state', `This run is ${run.state} by now.`);
      await setRunState(db, workshopId, id, to(run));
      await touchJob(db, run.jobId);
    });
  }

  private refuseBusy(machineId: string, shop: Shop, except?: string): void {
    const busy = this.bay.runOn(machineId);
    if (busy && busy !== except) throw new Problem(409, 'busy', `${shop.machines.get(machineId)?.name ?? 'The machine'} is busy with other work.`);
  }

  private async workshopOf(runId: string): Promise<string> {
    const running = await listRunning(this.pool);
    const found = running.find((run) => run.id === runId);
    if (!found) throw notFound('That run');
    return found.workshopId;
  }

  private announce(run: RunView): void {
    this.emit('changed', run.id, run.progress);
  }

  private inBackground(work: Promise<void>): void {
    const watched = work
      .catch((error: unknown) => this.log.error({ err: error }, 'a run could not be written down'))
      .finally(() => this.pending.delete(watched));
    this.pending.add(watched);
  }

  private view(run: RunRow): RunView {
    const live = run.state === 'running' || run.state === 'paused' ? this.bay.progressOf(run.id) : null;
    return {
      id: run.id,
      seriesId: run.seriesId,
      jobId: run.jobId,
      jobName: run.jobName,
      stepId: run.stepId,
      position: run.position,
      process: run.process,
      colour: run.colour,
      materialName: run.materialName,
      machineId: run.machineId,
      machineName: run.machineName,
      toolName: run.toolName,
      settings: run.settings,
      recipeId: run.recipeId,
      hold: run.hold,
      estimateSeconds: run.estimateSeconds,
      measuredSeconds: run.measuredSeconds,
      // The machine stands still before its end is written down: what is written counts.
      progress: live ? { ...live, state: run.state } : {
        state: run.state,
        doneSeconds: run.doneSeconds,
        totalSeconds: run.measuredSeconds ?? run.estimateSeconds,
        cutMm: run.cutMm,
        strokesDone: 0,
        at: { x: 0, y: 0 },
        isDown: false,
      },
      seenOutcome: run.seenOutcome,
      outcome: run.outcome,
    };
  }
}

/** What a run wears a tool, in the unit of its kind: metres with the tool down, or hours at work. */
function wearOf(kind: ToolKind, progress: RunProgress): number {
  return toolKindOf(kind).wearUnit === 'm' ? progress.cutMm / 1000 : progress.totalSeconds / 3600;
}

/** Whether a run takes its piece: a press takes none, and steps on one sheet take it once. */
async function usesUp(db: Db, workshopId: string, run: RunRow, does: string): Promise<boolean> {
  if (does === 'heat') return false;
  const series = await listNewestRuns(db, workshopId, run.jobId);
  return !series.some((other) => other.position < run.position && other.stockPieceId === run.stockPieceId && other.state === 'finished');
}

/** Takes what a run used off the piece it was done on. */
async function takeFromStock(db: Db, workshopId: string, run: RunRow): Promise<void> {
  const piece = run.stockPieceId ? await lockPiece(db, workshopId, run.stockPieceId) : undefined;
  if (!piece) return;
  await updatePiece(db, workshopId, piece.id, { ...piece, ...drawDown(piece, run.usedLengthMm ?? 0) });
}
