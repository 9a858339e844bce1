import type { Here } from '../here';
import { drawDown } from '@keen-anvil/core/materials';
import { machineKindOf } from '@keen-anvil/core/machines';
import { nextInSeries, RUN_TURNS, secondsToGo, type RunTurnName } from '@keen-anvil/core/runs';
import { seedFromId, trialResult } from '@keen-anvil/core/standins';
import type { Outcome } from '@keen-anvil/core/recipes';
import { wearOf } from '@keen-anvil/core/tools';
import type { Db } from '../db/db';
import { Problem } from '../problem';
import { touchJob } from '../queries/jobs';
import { findMachineUse, lockMachine, type MachineUse } from '../queries/machine-use';
import { lockPiece, updatePiece } from '../queries/materials';
import { settleSeries } from '../queries/run-series';
import { findRun, finishRun, listSeriesRuns, turnRun, type RunRow } from '../queries/runs';
import { addWear, lockTool } from '../queries/tools';
import { refreshCards } from './cards';
import type { Shop } from './shop';
import { isBlankUntaken } from './used-blanks';

// Everything here happens within a transaction that has locked the run's job. Locks are taken in one order: job, machine, tool, piece.

/** Refuses a machine that is kept for something else. @throws Problem 409 `busy` */
export async function refuseBusy(here: Here, db: Db, machineId: string, except?: string): Promise<void> {
  await lockMachine(db, here.workshopId, machineId);
  const use = await findMachineUse(db, here.workshopId, machineId);
  if (use && use.id !== except) throw new Problem(409, 'busy', sayUse(use));
}

function sayUse({ machineName, forName, state }: MachineUse): string {
  if (state === 'trial') return `${machineName} is busy with other work: a trial sheet of ${forName}.`;
  const words = { running: 'runs there', paused: 'is paused there', holding: 'is on hold there' }[state];
  return `${machineName} is busy with other work: “${forName}” ${words}.${state === 'running' ? '' : ' Go on with it, or cancel it.'}`;
}

/** Sets a run going; a run by hand is done when its maker says so. @throws Problem 409 where the machine or the run is not as it was seen */
export async function setGoing(
  here: Here,
  db: Db,
  run: RunRow,
  name: Extract<RunTurnName, 'begin' | 'start' | 'resume'>,
): Promise<void> {
  if (!run.isByHand) await refuseBusy(here, db, run.machineId, run.id);
  await go(here, db, run, name);
}

/** Sets a run going whose machine is known to be free. */
async function go(
  here: Here,
  db: Db,
  run: RunRow,
  name: Extract<RunTurnName, 'begin' | 'start' | 'resume'>,
): Promise<void> {
  const totalSeconds = run.totalSeconds ?? run.estimateSeconds;
  const dueInSeconds =
    run.isByHand || run.driver !== 'stand-in'
      ? null
      : secondsToGo({ doneBefore: run.doneSeconds, speedUp: run.speedUp, totalSeconds });
  const turn = RUN_TURNS[name];
  await turned(
    await turnRun(db, here.workshopId, run.id, turn.from, {
      state: turn.to,
      doneSeconds: run.doneSeconds,
      cutMm: run.cutMm,
      event: turn.event,
      going: { dueInSeconds },
    }),
  );
}

/** Brings a run where a turn leads, with all that it costs. */
export async function takeTurn(
  here: Here,
  db: Db,
  run: RunRow,
  name: Extract<RunTurnName, 'pause' | 'cancel' | 'done' | 'end'>,
  done: { seconds: number; cutMm: number },
  shop: Shop,
): Promise<void> {
  const turn = RUN_TURNS[name];
  const next = turn.isEvidence
    ? nextInSeries(
        (await listSeriesRuns(db, here.workshopId, run.seriesId)).map((other) =>
          other.id === run.id ? { ...other, state: turn.to } : other,
        ),
      )
    : undefined;
  if (next) await lockMachine(db, here.workshopId, next.run.machineId);
  await turned(
    await turnRun(db, here.workshopId, run.id, turn.from, {
      state: turn.to,
      doneSeconds: done.seconds,
      cutMm: done.cutMm,
      event: turn.event,
    }),
  );
  if (turn.wear !== 'nothing' && done.seconds > 0) {
    const tool = (await lockTool(db, here.workshopId, run.toolId))!;
    const seenOutcome =
      turn.isEvidence && run.driver === 'stand-in'
        ? lookAt(run, shop, tool.wear, await passesBefore(here, db, run))
        : null;
    if (turn.isEvidence)
      await finishRun(db, here.workshopId, run.id, {
        measuredSeconds: done.seconds,
        toolWear: tool.wear,
        toolLife: tool.lifeNumber,
        seenOutcome,
      });
    const wear = wearOf(tool.kind, done);
    if (wear > 0) await addWear(db, here.workshopId, run.toolId, wear);
  }
  if (turn.takesStock && (await usesUp(here, db, run, shop))) await takeFromStock(here, db, run);
  if (turn.isEvidence) await refreshCards(here, db, [run.recipeId]);
  await touchJob(db, here.workshopId, run.jobId);
  await settleSeries(db, here.workshopId, run.seriesId);
}

/** Begins what follows in a series, or holds before it; what waits for a machine goes on waiting. Returns whether something was begun. */
export async function follow(here: Here, db: Db, seriesId: string): Promise<boolean> {
  const next = nextInSeries(await listSeriesRuns(db, here.workshopId, seriesId));
  if (!next) return false;
  await lockMachine(db, here.workshopId, next.run.machineId);
  if (!next.run.isByHand && (await findMachineUse(db, here.workshopId, next.run.machineId))) return false;
  if (next.turn === 'begin') await go(here, db, next.run, 'begin');
  else
    await turned(
      await turnRun(db, here.workshopId, next.run.id, RUN_TURNS.hold.from, {
        state: 'holding',
        doneSeconds: 0,
        cutMm: 0,
        event: RUN_TURNS.hold.event,
      }),
    );
  await touchJob(db, here.workshopId, next.run.jobId);
  return true;
}

/** Writes down that a run is done, and sets going what follows. */
export async function finish(here: Here, db: Db, run: RunRow, shop: Shop): Promise<void> {
  const done =
    run.driver === 'by-hand'
      ? { seconds: run.estimateSeconds, cutMm: run.plannedCutMm ?? 0 }
      : { seconds: run.totalSeconds ?? run.estimateSeconds, cutMm: run.totalCutMm ?? run.plannedCutMm ?? 0 };
  await takeTurn(here, db, run, run.driver === 'stand-in' ? 'end' : 'done', done, shop);
  await follow(here, db, run.seriesId);
}

async function turned(isTurned: boolean): Promise<void> {
  if (!isTurned)
    throw new Problem(409, 'run-state', 'This run was taken further in the meantime. Look at it as it is now.');
}

/** What was done before in the same place, the first first. */
async function passesBefore(here: Here, db: Db, run: RunRow): Promise<RunRow[]> {
  const before = run.onTopOf ? await findRun(db, here.workshopId, run.onTopOf) : undefined;
  return before ? [...(await passesBefore(here, db, before)), before] : [];
}

/** What the stand-in's world makes of a finished run. */
function lookAt(run: RunRow, shop: Shop, wear: number, before: readonly RunRow[]): Outcome {
  const machine = shop.machines.get(run.machineId)!;
  const material = shop.materials.get(run.materialId)!;
  const world = { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) };
  return trialResult(
    {
      process: run.process,
      machine,
      passes: [...before, run].map(({ settings }) => settings),
      wear,
      heatLimitC: material.heatLimitC,
    },
    world,
    seedFromId((before[0] ?? run).id),
  ).outcome;
}

/** Whether a run takes its piece: a press takes none, and steps on one sheet take it once. */
async function usesUp(here: Here, db: Db, run: RunRow, shop: Shop): Promise<boolean> {
  if (machineKindOf(shop.machines.get(run.machineId)!.kind).does === 'heat') return false;
  const series = await listSeriesRuns(db, here.workshopId, run.seriesId);
  return !series.some((other) => other.position < run.position && isOneSheet(other, run) && other.state === 'finished');
}

/** Whether two runs of a series are done on one sheet; of old ones only the piece is known. */
const isOneSheet = (a: RunRow, b: RunRow): boolean =>
  a.sheetId && b.sheetId ? a.sheetId === b.sheetId : a.stockPieceId === b.stockPieceId;

/** Takes what a run used off the piece it was done on. */
async function takeFromStock(here: Here, db: Db, run: RunRow): Promise<void> {
  const piece = run.stockPieceId ? await lockPiece(db, here.workshopId, run.stockPieceId) : undefined;
  if (!piece) return;
  if (piece.kind === 'blank' && !(await isBlankUntaken(here, db, run.jobId, run.materialId))) return;
  await updatePiece(db, here.workshopId, piece.id, { ...piece, ...drawDown(piece, run.usedLengthMm ?? 0) });
}
