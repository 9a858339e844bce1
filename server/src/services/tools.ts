import type { Here } from '../here';
import type { Archiving, NewTool, ToolChange, ToolFields, ToolReplacement, ToolView } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { toolProblem } from '@keen-anvil/core/machines';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockVersion, setArchived } from '../queries/archive';
import { listMachines } from '../queries/machines';
import { insertTool, listTools, startNewLife, updateTool } from '../queries/tools';
import { refreshCardsOf } from './cards';

/** Adds a tool. */
export async function createTool(here: Here, pool: Pool, { id, ...tool }: NewTool): Promise<ToolView> {
  return inTransaction(here, pool, async (db) => {
    await refuseBadTool(here, db, tool);
    if (!(await insertTool(db, here.workshopId, id, tool)))
      throw new Problem(409, 'exists', 'There is a tool with this id already.');
    return findTool(here, db, id);
  });
}

/** Changes a tool. Its kind stays what it is: recipes rest on it. */
export async function changeTool(
  here: Here,
  pool: Pool,
  id: string,
  { version, ...tool }: ToolChange,
): Promise<ToolView> {
  return inTransaction(here, pool, async (db) => {
    const now = await lockedAt(here, db, id, version);
    if (now.kind !== tool.kind)
      throw refused(
        `${now.name} is a ${toolKindOf(now.kind).label.toLowerCase()}. Put it away and add another tool instead.`,
        'kind',
      );
    await refuseBadTool(here, db, tool);
    await updateTool(db, here.workshopId, id, tool);
    if (now.name !== tool.name) await refreshCardsOf(here, db, { toolId: id });
    return findTool(here, db, id);
  });
}

/** A new one of its kind takes the tool's place: a new life begins, the old one's history stays. */
export async function replaceTool(
  here: Here,
  pool: Pool,
  id: string,
  { version, note }: ToolReplacement,
): Promise<ToolView> {
  return inTransaction(here, pool, async (db) => {
    await lockedAt(here, db, id, version);
    await startNewLife(db, here.workshopId, id, note.trim());
    return findTool(here, db, id);
  });
}

/** Puts a tool away, or takes it out again. */
export async function archiveTool(
  here: Here,
  pool: Pool,
  id: string,
  { version, isArchived }: Archiving,
): Promise<ToolView> {
  return inTransaction(here, pool, async (db) => {
    await lockedAt(here, db, id, version);
    await setArchived(db, 'tool', here.workshopId, id, isArchived);
    return findTool(here, db, id);
  });
}

async function refuseBadTool(here: Here, db: Db, tool: ToolFields): Promise<void> {
  const kinds = new Map((await listMachines(db, here.workshopId)).map((machine) => [machine.id, machine.kind]));
  const problem = toolProblem(tool, kinds);
  if (problem) throw refused(problem.message, problem.field);
}

async function findTool(here: Here, db: Db, id: string): Promise<ToolView> {
  const tool = (await listTools(db, here.workshopId)).find((t) => t.id === id);
  if (!tool) throw notFound('That tool');
  return tool;
}

async function lockedAt(here: Here, db: Db, id: string, version: number): Promise<ToolView> {
  const locked = await lockVersion(db, 'tool', here.workshopId, id);
  if (locked === null) throw notFound('That tool');
  const now = await findTool(here, db, id);
  if (locked !== version) throw stale('This tool', now);
  return now;
}
