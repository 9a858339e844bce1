import type { Here } from '../here';
import type {
  Archiving,
  ChangedMachine,
  MachineChange,
  MachineFields,
  MachineView,
  NewMachine,
} from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { machineKindOf, machineProblem } from '@keen-anvil/core/machines';
import { isDeepStrictEqual } from 'node:util';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockVersion, setArchived } from '../queries/archive';
import { insertMachine, listMachines, updateMachine } from '../queries/machines';
import { insertTool } from '../queries/tools';
import { misfitsOf, settleFits } from './misfits';
import { refreshCardsOf } from './cards';

/** Adds a machine; what belongs to its kind (a laser's head, a press's plate) comes with it as a tool. */
export async function createMachine(here: Here, pool: Pool, { id, ...machine }: NewMachine): Promise<ChangedMachine> {
  refuseBadMachine(machine);
  return inTransaction(here, pool, async (db) => {
    if (!(await insertMachine(db, here.workshopId, id, machine)))
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
      await insertTool(db, here.workshopId, uuidv5(builtIn, id), tool);
    }
    return changed(here, db, id);
  });
}

/** Changes a machine. Recipes keep their numbers; the ones that no longer fit are named. */
export async function changeMachine(
  here: Here,
  pool: Pool,
  id: string,
  { version, ...machine }: MachineChange,
): Promise<ChangedMachine> {
  refuseBadMachine(machine);
  return inTransaction(here, pool, async (db) => {
    await refuseStale(here, db, id, version);
    const before = await machineOf(here, db, id);
    await updateMachine(db, here.workshopId, id, machine);
    const after = await machineOf(here, db, id);
    // What stands on it may be ten thousand recipes: they are gone through only where they are touched.
    if (after.name !== before.name || after.kind !== before.kind) await refreshCardsOf(here, db, { machineId: id });
    if (!isDeepStrictEqual(scalesOf(after), scalesOf(before))) await settleFits(here, db, after);
    return changed(here, db, id);
  });
}

/** Puts a machine away, or takes it out again. */
export async function archiveMachine(
  here: Here,
  pool: Pool,
  id: string,
  { version, isArchived }: Archiving,
): Promise<ChangedMachine> {
  return inTransaction(here, pool, async (db) => {
    await refuseStale(here, db, id, version);
    await setArchived(db, 'machine', here.workshopId, id, isArchived);
    return changed(here, db, id);
  });
}

/** A machine with the recipes that do not fit it. */
export async function machineWithMisfits(here: Here, db: Db, id: string): Promise<ChangedMachine> {
  return changed(here, db, id);
}

function refuseBadMachine(machine: MachineFields): void {
  const problem = machineProblem(machine);
  if (problem) throw refused(problem.message, problem.field);
}

async function refuseStale(here: Here, db: Db, id: string, version: number): Promise<void> {
  const now = await lockVersion(db, 'machine', here.workshopId, id);
  if (now === null) throw notFound('That machine');
  if (now !== version) throw stale('This machine', (await changed(here, db, id)).machine);
}

async function changed(here: Here, db: Db, id: string): Promise<ChangedMachine> {
  const machine = await machineOf(here, db, id);
  return { machine, misfits: await misfitsOf(here, db, machine) };
}

async function machineOf(here: Here, db: Db, id: string): Promise<MachineView> {
  const machine = (await listMachines(db, here.workshopId)).find((m) => m.id === id);
  if (!machine) throw notFound('That machine');
  return machine;
}

/** Everything of a machine that says what it can be set to: all but its name and its version. */
const scalesOf = ({ name: _, version: __, ...rest }: MachineView) => rest;
