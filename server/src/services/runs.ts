import { EventEmitter } from 'node:events';
import type { NewRun, RunAction, RunProgress, RunView } from '@keen-anvil/contract';
import { seedFromId, standInFor, trialResult } from '@keen-anvil/core/standins';
import { machineKindOf } from '@keen-anvil/core/machines';
import { drawDown } from '@keen-anvil/core/materials';
import { processOf, strongerPass, type Outcome } from '@keen-anvil/core/recipes';
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
  makeRoomAfter,
  scoreRun,
  setRunState,
  type RunRow,
} from '../queries/runs';
import { lockPiece, updatePiece } from '../queries/materials';
import { addWear } from '../queries/tools';
import { insertVerdict, listEarlierVerdicts } from '../queries/verdicts';
import { DeviceBay } from '../standin/device-bay';
import { refreshCards } from './cards';
import { jobDetail } from './job-views';
import { fileWithSettings, makeStepFile, type StepFile } from './machine-files';
import { refuseTakenPieces } from './piece-claims';
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
      if (!wanted.byHand) this.refuseBusy(steps[0].machineId, shop);
      const takings = steps.flatMap(({ stockPieceId, machineId }, i) => (machineKindOf(shop.machines.get(machineId)!.kind).does === 'heat' ? [] : [{ stockPieceId, usedLengthMm: files[i].usedLengthMm }]));
      await refuseTakenPieces(db, workshopId, jobId, takings, wanted.knowing ?? false);
      for (const [position, step] of steps.entries()) {
        const { recipe, settings, text, estimateSeconds, usedLengthMm, cutMm } = files[position];
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
          isByHand: wanted.byHand ?? false,
          plannedCutMm: cutMm,
          onTopOf: null,
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
    const from = { start: ['holding'], pause: ['running'], resume: ['paused'], cancel: ['queued', 'holding', 'running', 'paused'], done: ['running', 'paused'] }[action];
    if (!from.includes(run.state)) throw new Problem(409, 'run-state', `A run that is ${run.state} cannot be told to ${action}.`);
    if (action === 'start') await this.refuseUncut(workshopId, run);
    if (action === 'done') {
      if (!run.isByHand) throw new Problem(409, 'run-state', 'The stand-in says itself when it is done.');
      await this.finishByHand(workshopId, run);
    } else if (action === 'start' || action === 'resume') await this.begin(workshopId, id, action === 'start' ? 'started' : 'resumed');
    else if (action === 'pause') await this.stop(workshopId, run, 'paused', 'paused');
    else await this.cancel(workshopId, run);
    return this.get(workshopId, id);
  }

  /** Goes over a run's step once more in its place, a little stronger: the sheet was not moved, and the first pass counts in. */
  async again(workshopId: string, id: string, newId: string): Promise<RunView> {
    const run = await findRun(this.pool, workshopId, id);
    if (!run) throw notFound('That run');
    if (await findRun(this.pool, workshopId, newId)) return this.get(workshopId, newId);
    const shop = await loadShop(this.pool, workshopId);
    const settings = strongerOf(run, shop);
    if (!settings) throw refused('Only a step that was not enough can be gone over again in its place. Say how it came out first.', 'outcome');
    const step = (await jobDetail(this.pool, workshopId, run.jobId)).steps.find(({ id: stepId }) => stepId === run.stepId);
    if (!step) throw refused('The step of this run is not in the job any more.');
    const file = await fileWithSettings(this.heavy, step, shop, settings);
    await inTransaction(this.pool, async (db) => {
      await lockRun(db, workshopId, id);
      const series = await listNewestRuns(db, workshopId, run.jobId);
      if (series[0]?.seriesId !== run.seriesId) throw new Problem(409, 'run-state', 'The job was run anew since: the sheet does not lie there any more.');
      const blocking = series.find((other) => other.state === 'running' || other.state === 'paused');
      if (blocking) throw new Problem(409, 'run-state', 'The machine is at work on the next step already.');
      const later = series.find((other) => other.position > run.position && other.state === 'finished');
      if (later) throw new Problem(409, 'run-state', 'A later step was done since: the sheet does not lie there any more.');
      await makeRoomAfter(db, workshopId, run.seriesId, run.position);
      await insertRun(db, workshopId, { ...run, id: newId, position: run.position + 1, state: 'queued', hold: null, settings, machineFile: file.text, estimateSeconds: file.estimateSeconds, plannedCutMm: file.cutMm, usedLengthMm: 0, onTopOf: run.id });
      await touchJob(db, run.jobId);
    });
    await this.begin(workshopId, newId, 'started');
    return this.get(workshopId, newId);
  }

  /** Keeps the maker's verdict, or takes it back; it is evidence for the recipe from now on. */
  async score(workshopId: string, id: string, outcome: Outcome | null): Promise<RunView> {
    await inTransaction(this.pool, async (db) => {
      const run = await lockRun(db, workshopId, id);
      if (!run) throw notFound('That run');
      if (run.state !== 'finished') throw new Problem(409, 'run-state', 'A run can be scored once it is finished.');
      await scoreRun(db, id, outcome);
      await insertVerdict(db, workshopId, 'run', id, outcome, run.outcome);
      await refreshCards(db, workshopId, [run.recipeId]);
      await touchJob(db, run.jobId);
    });
    return this.get(workshopId, id);
  }

  async get(workshopId: string, id: string): Promise<RunView> {
    const run = await findRun(this.pool, workshopId, id);
    if (!run) throw notFound('That run');
    return (await this.views(workshopId, [run]))[0];
  }

  async listForJob(workshopId: string, jobId: string): Promise<RunView[]> {
    return this.views(workshopId, await listNewestRuns(this.pool, workshopId, jobId));
  }

  async listOpen(workshopId: string): Promise<RunView[]> {
    return this.views(workshopId, await listOpenRuns(this.pool, workshopId));
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
    if (run.isByHand) {
      await this.change(workshopId, id, ['queued', 'holding', 'paused'], (locked) => ({ state: 'running', doneSeconds: locked.doneSeconds, cutMm: locked.cutMm, event }));
      this.announce(this.view({ ...run, state: 'running' }, shop));
      return;
    }
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
    this.announce(this.view({ ...run, state: 'running' }, shop));
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
    this.announce(await this.get(workshopId, run.id));
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
    await this.conclude(workshopId, runId, progress, () => this.bay.unload(machineId));
  }

  /** The maker says that a run on a machine of their own is over: what the file asked for was done. */
  private async finishByHand(workshopId: string, run: RunRow): Promise<void> {
    await this.conclude(workshopId, run.id, { totalSeconds: run.estimateSeconds, cutMm: run.plannedCutMm ?? 0 }, () => {});
  }

  /** Writes down the end of a run, what it took and wore, and sets going what follows. */
  private async conclude(workshopId: string, runId: string, progress: Pick<RunProgress, 'totalSeconds' | 'cutMm'>, leave: () => void): Promise<void> {
    const before = (await findRun(this.pool, workshopId, runId))!;
    const shop = await loadShop(this.pool, workshopId);
    const next = await inTransaction(this.pool, async (db) => {
      const run = await lockRun(db, workshopId, runId);
      if (run?.state !== 'running' && !(run?.isByHand && run.state === 'paused')) return undefined;
      const tool = shop.tools.get(run.toolId)!;
      const seenOutcome = run.isByHand ? null : this.lookAt(run, shop, tool.wear, run.onTopOf ? await findRun(db, workshopId, run.onTopOf) : undefined);
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
    leave();
    try {
      // The next step is under way before anybody hears of the end: who asks then finds it.
      if (next && !next.hold) await this.begin(workshopId, next.id, 'started');
    } finally {
      this.announce(this.view({ ...before, state: 'finished', doneSeconds: progress.totalSeconds, cutMm: progress.cutMm }, shop));
    }
  }

  /** What the stand-in's world makes of a finished run. */
  private lookAt(run: RunRow, shop: Shop, wear: number, first: RunRow | undefined): Outcome {
    const machine = shop.machines.get(run.machineId)!;
    const material = shop.materials.get(run.materialId)!;
    const world = { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) };
    return trialResult({ process: run.process, machine, passes: [...(first ? [first.settings] : []), run.settings], wear, heatLimitC: material.heatLimitC }, world, seedFromId(first?.id ?? run.id)).outcome;
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

  /** A job does not go on to press, or cut further, what was not cut. */
  private async refuseUncut(workshopId: string, run: RunRow): Promise<void> {
    const before = (await listNewestRuns(this.pool, workshopId, run.jobId)).filter((other) => other.position < run.position && other.state === 'finished');
    const last = before[before.length - 1];
    if (!last?.outcome?.endsWith('under')) return;
    throw new Problem(409, 'not-enough', `What lies there came out as “${processOf(last.process).outcomes[last.outcome]}”. Go over it again in its place before you go on, or correct the verdict.`);
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

  /** Runs with what was said of them before, and how they could be gone over again. */
  private async views(workshopId: string, runs: readonly RunRow[]): Promise<RunView[]> {
    if (runs.length === 0) return [];
    const earlier = await listEarlierVerdicts(this.pool, workshopId, 'run', runs.map(({ id }) => id));
    const shop = await loadShop(this.pool, workshopId);
    return runs.map((run) => ({ ...this.view(run, shop), earlier: earlier.get(run.id) ?? [] }));
  }

  private view(run: RunRow, shop: Shop): RunView {
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
      earlier: [],
      isByHand: run.isByHand,
      onTopOf: run.onTopOf,
      stronger: strongerOf(run, shop),
    };
  }
}

/** What a second pass in the same place would be dialled to; null where the first was enough, or is not judged. */
function strongerOf(run: RunRow, shop: Shop): RunView['stronger'] {
  const machine = shop.machines.get(run.machineId);
  return run.state === 'finished' && run.outcome && machine ? strongerPass(machine, run.process, run.settings, run.outcome) : null;
}

/** What a run wears a tool, in the unit of its kind: metres with the tool down, or hours at work. */
function wearOf(kind: ToolKind, progress: Pick<RunProgress, 'totalSeconds' | 'cutMm'>): number {
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
