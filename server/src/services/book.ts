import type { EvidenceView, NewRecipe, NewRevision, RecipeDetail, RecipeSummary } from '@keen-anvil/contract';
import { sameSettings, settingProblems, temperOf, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { inTransaction, type Db } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { listMachines } from '../queries/machines';
import { listMaterials } from '../queries/materials';
import {
  bumpRecipe,
  insertRecipe,
  insertRevision,
  listEvidence,
  listRecipes,
  listRevisions,
  lockRecipe,
  type EvidenceRow,
  type RecipeRow,
} from '../queries/recipes';
import { listLastUse } from '../queries/runs';
import { listTools } from '../queries/tools';

/** Every recipe that fits all the words of a search, with the temper that its evidence supports. */
export async function searchBook(db: Db, workshopId: string, search = ''): Promise<RecipeSummary[]> {
  const words = search.split(/\s+/).filter(Boolean);
  const rows = await listRecipes(db, workshopId, { words });
  const evidence = await listEvidence(db, workshopId);
  const uses = await listLastUse(db, workshopId);
  const byRecipe = new Map<string, EvidenceRow[]>();
  for (const event of evidence) byRecipe.set(event.recipeId, [...(byRecipe.get(event.recipeId) ?? []), event]);
  const lastUse = new Map(uses.map((use) => [use.recipeId, use.at.toISOString()]));
  return rows.map((row) => summary(row, byRecipe.get(row.id) ?? [], lastUse.get(row.id) ?? null));
}

/** One recipe with its history and everything that happened with it. */
export async function recipeDetail(db: Db, workshopId: string, id: string): Promise<RecipeDetail> {
  const [row] = await listRecipes(db, workshopId, { id });
  if (!row) throw notFound('That recipe');
  const evidence = await listEvidence(db, workshopId, id);
  const use = (await listLastUse(db, workshopId)).find((u) => u.recipeId === id);
  return {
    ...summary(row, evidence, use?.at.toISOString() ?? null),
    version: row.version,
    reason: row.reason,
    revisions: await listRevisions(db, workshopId, id),
    evidence: evidence.map(({ recipeId: _, at, ...event }): EvidenceView => ({ ...event, at: at.toISOString() })),
  };
}

/** Writes a new recipe for a place that has none. */
export async function createRecipe(pool: Pool, workshopId: string, wanted: NewRecipe): Promise<RecipeDetail> {
  return inTransaction(pool, async (db) => {
    await refuseBadSettings(db, workshopId, wanted);
    const material = (await listMaterials(db, workshopId)).find((m) => m.id === wanted.materialId);
    if (!material) throw refused('The recipe is for a material that is not in this workshop.', 'materialId');
    const tool = (await listTools(db, workshopId)).find((t) => t.id === wanted.toolId);
    if (!tool) throw refused('The recipe is for a tool that is not in this workshop.', 'toolId');
    if (!(await insertRecipe(db, workshopId, wanted))) {
      throw new Problem(409, 'exists', `There is a recipe for ${material.name} with ${tool.name} here already. Change that one instead.`);
    }
    await insertRevision(db, workshopId, wanted.id, wanted);
    return recipeDetail(db, workshopId, wanted.id);
  });
}

/** Adds a revision; nothing that was written before is lost. */
export async function reviseRecipe(pool: Pool, workshopId: string, id: string, change: NewRevision): Promise<RecipeDetail> {
  return inTransaction(pool, async (db) => {
    const version = await lockRecipe(db, workshopId, id);
    if (version === null) throw notFound('That recipe');
    const now = await recipeDetail(db, workshopId, id);
    if (version !== change.version) throw stale('This recipe', now);
    await refuseBadSettings(db, workshopId, { machineId: now.machine.id, process: now.process, settings: change.settings });
    if (sameSettings(now.settings, change.settings)) throw refused('Nothing is changed: these are the numbers as they stand.', 'settings');
    await insertRevision(db, workshopId, id, change);
    await bumpRecipe(db, id);
    return recipeDetail(db, workshopId, id);
  });
}

async function refuseBadSettings(db: Db, workshopId: string, wanted: { machineId: string; process: ProcessName; settings: Settings }): Promise<void> {
  const machine = (await listMachines(db, workshopId)).find((m) => m.id === wanted.machineId);
  if (!machine) throw refused('The recipe is for a machine that is not in this workshop.', 'machineId');
  const [problem] = settingProblems(machine, wanted.process, wanted.settings);
  if (problem) throw refused(problem.message, problem.field);
}

function summary(row: RecipeRow, evidence: EvidenceRow[], lastUsedAt: string | null): RecipeSummary {
  // Only what was done with the numbers as they stand now says how far to trust them.
  const same = evidence.filter((event) => sameSettings(event.settings, row.settings));
  return {
    id: row.id,
    process: row.process,
    settings: row.settings,
    source: row.source,
    temper: temperOf(row.source, same.map(({ kind, outcome, at }) => ({ kind, outcome, at: at.getTime() }))),
    lastUsedAt,
    material: row.material,
    machine: row.machine,
    tool: row.tool,
  };
}
