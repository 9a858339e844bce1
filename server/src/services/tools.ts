import type { Archiving, NewTool, ToolChange, ToolFields, ToolReplacement, ToolView } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { toolProblem } from '@keen-anvil/core/machines';
import type { Pool } from 'pg';
import { inTransaction, type Db } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockVersion, setArchived } from '../queries/archive';
import { listMachines } from '../queries/machines';
import { insertTool, listTools, startNewLife, updateTool } from '../queries/tools';
import { refreshCardsOf } from './cards';

/** Adds a tool. */
export async function createTool(pool: Pool, workshopId: string, { id, ...tool }: NewTool): Promise<ToolView> {
  return inTransaction(pool, async (db) => {
    await refuseBadTool(db, workshopId, tool);
    if (!(await insertTool(db, workshopId, id, tool)))
      throw new Problem(409, 'exists', 'There is a tool with this id already.');
    return findTool(db, workshopId, id);
  });
}

/** Changes a tool. Its kind stays what it is: recipes rest on it. */
export async function changeTool(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, ...tool }: ToolChange,
): Promise<ToolView> {
  return inTransaction(pool, async (db) => {
    const now = await lockedAt(db, workshopId, id, version);
    if (now.kind !== tool.kind)
      throw refused(
        `${now.name} is a ${toolKindOf(now.kind).label.toLowerCase()}. Put it away and add another tool instead.`,
        'kind',
      );
    await refuseBadTool(db, workshopId, tool);
    await updateTool(db, workshopId, id, tool);
    if (now.name !== tool.name) await refreshCardsOf(db, workshopId, { toolId: id });
    return findTool(db, workshopId, id);
  });
}

/** A new one of its kind takes the tool's place: a new life begins, the old one's history stays. */
export async function replaceTool(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, note }: ToolReplacement,
): Promise<ToolView> {
  return inTransaction(pool, async (db) => {
    await lockedAt(db, workshopId, id, version);
    await startNewLife(db, workshopId, id, note.trim());
    return findTool(db, workshopId, id);
  });
}

/** Puts a tool away, or takes it out again. */
export async function archiveTool(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, isArchived }: Archiving,
): Promise<ToolView> {
  return inTransaction(pool, async (db) => {
    await lockedAt(db, workshopId, id, version);
    await setArchived(db, 'tool', workshopId, id, isArchived);
    return findTool(db, workshopId, id);
  });
}

async function refuseBadTool(db: Db, workshopId: string, tool: ToolFields): Promise<void> {
  const kinds = new Map((await listMachines(db, workshopId)).map((machine) => [machine.id, machine.kind]));
  const problem = toolProblem(tool, kinds);
  if (problem) throw refused(problem.message, problem.field);
}

async function findTool(db: Db, workshopId: string, id: string): Promise<ToolView> {
  const tool = (await listTools(db, workshopId)).find((t) => t.id === id);
  if (!tool) throw notFound('That tool');
  return tool;
}

async function lockedAt(db: Db, workshopId: string, id: string, version: number): Promise<ToolView> {
  const locked = await lockVersion(db, 'tool', workshopId, id);
  if (locked === null) throw notFound('That tool');
  const now = await findTool(db, workshopId, id);
  if (locked !== version) throw stale('This tool', now);
  return now;
}
