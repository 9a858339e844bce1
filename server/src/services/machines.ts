import type { Archiving, MachineChange, MachineFields, MachineView, NewMachine } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { machineKindOf, machineProblem } from '@keen-anvil/core/machines';
import { isDeepStrictEqual } from 'node:util';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockVersion, setArchived } from '../queries/archive';
import { insertMachine, listMachines, updateMachine } from '../queries/machines';
import { insertTool } from '../queries/tools';
import { misfitsOf, settleFits, type Misfit } from './misfits';
import { refreshCardsOf } from './cards';

/** A machine as it is after a change, with the recipes that no longer fit it. */
export interface ChangedMachine {
  machine: MachineView;
  misfits: Misfit[];
}

/** Adds a machine; what belongs to its kind (a laser's head, a press's plate) comes with it as a tool. */
export async function createMachine(
  pool: Pool,
  workshopId: string,
  { id, ...machine }: NewMachine,
): Promise<ChangedMachine> {
  refuseBadMachine(machine);
  return inTransaction(pool, async (db) => {
    if (!(await insertMachine(db, workshopId, id, machine)))
      throw new Problem(409, 'exists', 'There is a machine with this id already.');
    const { builtIn } = machineKindOf(machine.kind);
    if (builtIn) {
      const tool = {
        name: `${toolKindOf(builtIn).label} of ${machine.name}`.slice(0, 120),
        kind: builtIn,
        machineId: id,
        details: {},
        wear: 0,
        life: null,
      };
      await insertTool(db, workshopId, uuidv5(builtIn, id), tool);
    }
    return changed(db, workshopId, id);
  });
}

/** Changes a machine. Recipes keep their numbers; the ones that no longer fit are named. */
export async function changeMachine(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, ...machine }: MachineChange,
): Promise<ChangedMachine> {
  refuseBadMachine(machine);
  return inTransaction(pool, async (db) => {
    await refuseStale(db, workshopId, id, version);
    const before = await machineOf(db, workshopId, id);
    await updateMachine(db, workshopId, id, machine);
    const after = await machineOf(db, workshopId, id);
    // What stands on it may be ten thousand recipes: they are gone through only where they are touched.
    if (after.name !== before.name || after.kind !== before.kind)
      await refreshCardsOf(db, workshopId, { machineId: id });
    if (!isDeepStrictEqual(scalesOf(after), scalesOf(before))) await settleFits(db, workshopId, after);
    return changed(db, workshopId, id);
  });
}

/** Puts a machine away, or takes it out again. */
export async function archiveMachine(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, isArchived }: Archiving,
): Promise<ChangedMachine> {
  return inTransaction(pool, async (db) => {
    await refuseStale(db, workshopId, id, version);
    await setArchived(db, 'machine', workshopId, id, isArchived);
    return changed(db, workshopId, id);
  });
}

/** A machine with the recipes that do not fit it. */
export async function machineWithMisfits(db: Db, workshopId: string, id: string): Promise<ChangedMachine> {
  return changed(db, workshopId, id);
}

function refuseBadMachine(machine: MachineFields): void {
  const problem = machineProblem(machine);
  if (problem) throw refused(problem.message, problem.field);
}

async function refuseStale(db: Db, workshopId: string, id: string, version: number): Promise<void> {
  const now = await lockVersion(db, 'machine', workshopId, id);
  if (now === null) throw notFound('That machine');
  if (now !== version) throw stale('This machine', (await changed(db, workshopId, id)).machine);
}

async function changed(db: Db, workshopId: string, id: string): Promise<ChangedMachine> {
  const machine = await machineOf(db, workshopId, id);
  return { machine, misfits: await misfitsOf(db, workshopId, machine) };
}

async function machineOf(db: Db, workshopId: string, id: string): Promise<MachineView> {
  const machine = (await listMachines(db, workshopId)).find((m) => m.id === id);
  if (!machine) throw notFound('That machine');
  return machine;
}

/** Everything of a machine that says what it can be set to: all but its name and its version. */
const scalesOf = ({ name: _, version: __, ...rest }: MachineView) => rest;
