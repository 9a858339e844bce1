import type { Here } from '../here';
import type {
  NewPressing,
  PlateView,
  LineTick,
  PressingTurn,
  PressingVerdict,
  PressingView,
} from '@keen-anvil/contract';
import { dialOf, toDial, isCalibrated } from '@keen-anvil/core/machines';
import { atPlate, isInReason } from '@keen-anvil/core/press';
import { preparationFor, unticked, type PreparationLine } from '@keen-anvil/core/preparation';
import { plateNow, seedFromId } from '@keen-anvil/core/standins';
import { heatGot, turnTimer, wasForgotten } from '@keen-anvil/core/timers';
import { heatRate } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { findMachineUse, lockMachine } from '../queries/machine-use';
import { listMachines } from '../queries/machines';
import {
  clockNow,
  findPressing,
  insertPressing,
  judgePressing,
  keepPressed,
  listOpenPressings,
  listPressingsOf,
  lockPressing,
  tickPressing,
  turnPressing,
  type PressingRow,
} from '../queries/pressings';
import { listOwnLines } from '../queries/preparation-lines';
import { newestRevisions } from '../queries/recipes';
import { refreshCards } from './cards';
import { pressPlanOf } from './press-plans';
import { takePressed } from './used-blanks';

/** Press plans that are carried out, with timers that go by the server's clock. */
export class Pressings {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
  ) {}

  async list(here: Here, jobId: string | null): Promise<PressingView[]> {
    const rows = jobId
      ? await listPressingsOf(this.pool, here.workshopId, jobId)
      : await listOpenPressings(this.pool, here.workshopId);
    return this.views(here, rows);
  }

  private async views(here: Here, rows: readonly PressingRow[]): Promise<PressingView[]> {
    const machines = rows.length > 0 ? await listMachines(this.pool, here.workshopId) : [];
    return rows.map((row) => viewOf(row, dialUnit(machines.find(({ id }) => id === row.machineId))));
  }

  /** Writes a job's plan down to be carried out. Sent twice, it is there once. @throws Problem where there is no plan */
  async begin(here: Here, jobId: string, { id, isWarm }: NewPressing): Promise<PressingView> {
    const { view, jobName, machine, prepared } = await pressPlanOf(here, this.pool, this.heavy, jobId, isWarm);
    if (!view.plan)
      throw refused('There is no plan that suits all that is pressed: two of its layers are at odds.', 'plan');
    const own = await listOwnLines(this.pool, here.workshopId);
    const isNew = { sheet: true, machine: true, material: true, tool: true };
    const preparation = uniqueLines(prepared.flatMap((step) => preparationFor(step, isNew, own, machine.id)));
    await inTransaction(here, this.pool, (db) =>
      insertPressing(db, here.workshopId, {
        id,
        jobId,
        machineId: view.machineId,
        name: jobName,
        layers: view.layers.map(({ id: layerId, name, colour, process, recipeId }) => ({
          id: layerId,
          name,
          colour,
          process,
          recipeId,
        })),
        phases: view.phases,
        isRead: (machine.driver ?? 'stand-in') === 'stand-in',
        preparation,
      }),
    );
    return this.find(here, id);
  }

  /** Takes a timer further. A turn that was meant for another phase changes nothing. */
  async turn(here: Here, id: string, { turn, at }: PressingTurn): Promise<PressingView> {
    await inTransaction(here, this.pool, async (db) => {
      const row = await lockPressing(db, here.workshopId, id);
      if (!row) throw notFound('That pressing');
      if (row.at !== at)
        throw new Problem(409, 'phase', 'The timer is in another phase by now. Look at it as it stands.');
      const next = turnTimer(row, turn, await clockNow(db));
      if (!next)
        throw new Problem(409, 'pressing-state', `A pressing that is ${row.state} cannot be told “${turn}” there.`);
      if (turn === 'start') {
        refuseUnready(row);
        await refuseTwoAtOnce(here, db, row);
      }
      await turnPressing(db, here.workshopId, id, next);
      if (next.state === 'done' && row.state !== 'done' && row.jobId)
        await takePressed(
          here,
          db,
          row.jobId,
          row.layers.map((layer) => layer.id),
        );
    });
    return this.find(here, id);
  }

  /** Keeps whether a line of what has to be ready is ticked off. */
  async tick(here: Here, id: string, { line, isTicked }: LineTick): Promise<PressingView> {
    await inTransaction(here, this.pool, async (db) => {
      const row = await lockPressing(db, here.workshopId, id);
      if (!row) throw notFound('That pressing');
      if (!row.preparation.some((known) => known.id === line))
        throw refused(`A line of what has to be ready for this pressing was expected; “${line}” came.`, 'line');
      await tickPressing(db, here.workshopId, id, line, isTicked);
    });
    return this.find(here, id);
  }

  /** What the plate says of itself; null where somebody reads its dial. */
  async plate(here: Here, id: string): Promise<PlateView> {
    const row = await findPressing(this.pool, here.workshopId, id);
    if (!row) throw notFound('That pressing');
    if (!row.isRead || row.state === 'waiting') return { plate: null };
    const machine = (await listMachines(this.pool, here.workshopId)).find((one) => one.id === row.machineId)!;
    return { plate: plateNow(machine.kind, row, seedFromId(row.machineId), await clockNow(this.pool)) };
  }

  /** Keeps how a layer came out; it is evidence for its recipe, with the heat that it really got. */
  async judge(here: Here, id: string, verdict: PressingVerdict): Promise<PressingView> {
    const { layerId, outcome } = verdict;
    await inTransaction(here, this.pool, async (db) => {
      const row = await lockPressing(db, here.workshopId, id);
      if (!row) throw notFound('That pressing');
      const layer = row.layers.find((one) => one.id === layerId);
      if (!layer) throw refused('That layer was not pressed here.', 'layerId');
      if (row.state !== 'done') throw new Problem(409, 'pressing-state', 'A pressing can be judged once it is done.');
      const { [layerId]: _was, ...others } = row.outcomes;
      await judgePressing(db, here.workshopId, id, outcome ? { ...others, [layerId]: outcome } : others);
      // Of a plate that was forgotten nobody knows what lay under it for how long.
      if (layer.recipeId && !wasForgotten(row)) await keepAsEvidence(here, db, row, layer.recipeId, verdict);
    });
    return this.find(here, id);
  }

  private async find(here: Here, id: string): Promise<PressingView> {
    const row = await findPressing(this.pool, here.workshopId, id);
    if (!row) throw notFound('That pressing');
    return (await this.views(here, [row]))[0];
  }
}

/** Keeps what came of a layer as evidence for its recipe, with the heat that it really got. @throws Problem where that is out of all reason, and nobody has said yet whether it counts */
async function keepAsEvidence(
  here: Here,
  db: Db,
  row: PressingRow,
  recipeId: string,
  { layerId, outcome, counts }: PressingVerdict,
): Promise<void> {
  const recipe = (await newestRevisions(db, here.workshopId, [recipeId])).get(recipeId);
  const first = row.phases.find((phase) => phase.kind === 'press' && phase.layerIds.includes(layerId));
  if (!recipe || !first) return;
  const machine = (await listMachines(db, here.workshopId)).find((one) => one.id === row.machineId);
  const second = recipe.settings.second ?? 0;
  const heat = heatGot(row, layerId);
  const seconds = Math.max(1, Math.round(heat / heatRate(first.celsius!)) - second);
  const said = machine && atPlate(machine, recipe.settings);
  const pressed = { temperatureC: first.celsius!, dwellSeconds: heat / heatRate(first.celsius!) };
  const isOdd = outcome !== null && said !== undefined && !isInReason(said, { ...pressed, outcome });
  if (isOdd && counts === undefined)
    throw new Problem(
      409,
      'out-of-reason',
      `It had the plate for ${formatNumber(pressed.dwellSeconds, 1)} s; its recipe says ${formatNumber(said.dwellSeconds, 0)} s. Was it really pressed so? Nothing is written down until you say.`,
    );
  const temperature = machine && dialOf(machine, 'temperature');
  await keepPressed(db, here.workshopId, {
    id: uuidv5(layerId, row.id),
    recipeId,
    outcome: isOdd && !counts ? null : outcome,
    jobName: row.name,
    settings: {
      ...recipe.settings,
      dwell: seconds,
      temperature:
        temperature && isCalibrated(temperature) ? Math.round(toDial(temperature, first.celsius!)) : first.dialled!,
      ...(first.pressure === null ? {} : { pressure: first.pressure }),
    },
  });
  await refreshCards(here, db, [recipeId]);
}

/** Lines of several layers, each once; what keeps people safe stays last. */
function uniqueLines(lines: readonly PreparationLine[]): PreparationLine[] {
  const once = [...new Map(lines.map((line) => [line.id, line])).values()];
  return [...once.filter(({ isSafety }) => !isSafety), ...once.filter(({ isSafety }) => isSafety)];
}

/** What keeps people safe is ticked off before the plate comes down. */
function refuseUnready({ preparation, ticked }: PressingRow): void {
  const [open] = unticked(preparation, ticked);
  if (open) throw new Problem(409, 'not-ready', `This was expected to be ticked off before the start: “${open.text}”.`);
}

/** A press does one thing at a time; what only waits for it may wait on. */
async function refuseTwoAtOnce(here: Here, db: Db, { id, machineId, machineName }: PressingRow): Promise<void> {
  await lockMachine(db, here.workshopId, machineId);
  const use = await findMachineUse(db, here.workshopId, machineId);
  if (use && use.id !== id && use.state !== 'holding')
    throw new Problem(
      409,
      'busy',
      `${machineName} is busy: “${use.forName}” is under it. End that first, or cancel it.`,
    );
}

const dialUnit = (machine: Parameters<typeof dialOf>[0] | undefined): string =>
  (machine && dialOf(machine, 'temperature')?.unit) || '°C';

const viewOf = ({ outcomes, layers, ...row }: PressingRow, unit: string): PressingView => ({
  ...row,
  unit,
  layers: layers.map((layer) => ({ ...layer, outcome: outcomes[layer.id] ?? null })),
});
