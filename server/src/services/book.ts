import type { Here } from '../here';
import type {
  NewRecipe,
  NewRevision,
  NewTrial,
  NewVariant,
  RecipeDetail,
  RecipeNote,
  RecipeSummary,
  ReturnToRevision,
  TypedSettings,
} from '@keen-anvil/contract';
import {
  nudgeProblems,
  recipeProblem,
  sameSettings,
  settingProblems,
  typedProblem,
  type ProcessName,
  type Settings,
} from '@keen-anvil/core/recipes';
import type { MachineView } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockPiece } from '../queries/materials';
import {
  insertRecipe,
  insertRevision,
  listNailed,
  listRecipes,
  listRevisions,
  lockRecipe,
  replaceNails,
  updateRecipe,
  type RecipeRow,
} from '../queries/recipes';
import { insertTrial } from '../queries/evidence';
import { endVariant, insertVariant } from '../queries/variants';
import { refreshCards } from './cards';
import { recipeDetail, recipeSummary } from './recipe-views';
import { loadShop, type Shop } from './shop';

/** Writes a new recipe for a place that has none. */
export async function createRecipe(here: Here, pool: Pool, wanted: NewRecipe): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const shop = await loadShop(here, db, [wanted.materialId]);
    refuseBadRecipe(shop, wanted);
    if (!(await insertRecipe(db, here.workshopId, wanted))) {
      throw new Problem(
        409,
        'exists',
        `There is a recipe for ${shop.materials.get(wanted.materialId)!.name} with ${shop.tools.get(wanted.toolId)!.name} here already. Change that one instead.`,
      );
    }
    await insertRevision(db, here.workshopId, wanted.id, wanted);
    await refreshCards(here, db, [wanted.id]);
    return recipeDetail(here, db, wanted.id);
  });
}

/** Adds a revision; nothing that was written before is lost. */
export async function reviseRecipe(here: Here, pool: Pool, id: string, change: NewRevision): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const now = await lockedAt(here, db, id, change.version);
    const shop = await loadShop(here, db);
    refuseBadSettings(shop.machines.get(now.machine.id)!, now.process, change.settings, change.typed);
    if (sameSettings(now.settings, change.settings))
      throw refused('Nothing is changed: these are the numbers as they stand.', 'settings');
    await insertRevision(db, here.workshopId, id, change);
    return written(here, db, id, { shop });
  });
}

/** Goes back to an earlier revision by writing it down again. */
export async function returnToRevision(
  here: Here,
  pool: Pool,
  id: string,
  { version, number }: ReturnToRevision,
): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const now = await lockedAt(here, db, id, version);
    const [newest, ...earlier] = await listRevisions(db, here.workshopId, id);
    const wanted = earlier.find((revision) => revision.number === number);
    if (!wanted)
      throw refused(
        number === newest.number ? 'These are the numbers as they stand.' : 'The recipe has no such revision.',
        'number',
      );
    const machine = (await loadShop(here, db)).machines.get(now.machine.id)!;
    refuseBadSettings(machine, now.process, wanted.settings, wanted.typed);
    await insertRevision(db, here.workshopId, id, {
      ...wanted,
      reason: `back to revision ${number}${wanted.reason ? `: ${wanted.reason}` : ''}`.slice(0, 1000),
      returnedTo: number,
    });
    return written(here, db, id);
  });
}

/** Writes what a recipe says beside its numbers. */
export async function noteRecipe(
  here: Here,
  pool: Pool,
  id: string,
  { version, note }: RecipeNote,
): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    await lockedAt(here, db, id, version);
    return written(here, db, id, { note: note.trim() });
  });
}

/** Puts a recipe away, or takes it out again where its place is still free. */
export async function archiveRecipe(
  here: Here,
  pool: Pool,
  id: string,
  { version, isArchived }: { version: number; isArchived: boolean },
): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const now = await lockedAt(here, db, id, version);
    if (!isArchived) {
      const there = (
        await listRecipes(db, here.workshopId, {
          materialIds: [now.material.id],
          machineId: now.machine.id,
          toolId: now.tool.id,
          process: now.process,
        })
      ).find((recipe) => recipe.id !== id);
      if (there)
        throw new Problem(409, 'exists', 'Another recipe stands in its place by now. Put that one away first.');
    }
    return written(here, db, id, { isArchived });
  });
}

/** Writes a nudge beside the base value, for one tool or one piece of stock. */
export async function addVariant(here: Here, pool: Pool, id: string, variant: NewVariant): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const now = await locked(here, db, id);
    if (Boolean(variant.toolId) === Boolean(variant.stockPieceId))
      throw refused('A nudge is for one tool or for one piece of stock.', 'toolId');
    if (Object.values(variant.changes).every((change) => change === 0))
      throw refused('Nothing is nudged: every change is 0.', 'changes');
    if (variant.toolId && variant.toolId !== now.tool.id)
      throw refused('That tool is not the one of this recipe.', 'toolId');
    if (
      variant.stockPieceId &&
      (await lockPiece(db, here.workshopId, variant.stockPieceId))?.materialId !== now.material.id
    )
      throw refused("That piece is not of this recipe's material.", 'stockPieceId');
    const machine = (await loadShop(here, db)).machines.get(now.machine.id)!;
    const [problem] = nudgeProblems(machine, now.process, now.settings, variant.changes);
    if (problem) throw refused(problem.message, problem.field);
    await insertVariant(db, here.workshopId, {
      id: variant.id,
      recipeId: id,
      changes: variant.changes,
      reason: variant.reason,
      toolId: variant.toolId ?? null,
      stockPieceId: variant.stockPieceId ?? null,
    });
    return written(here, db, id);
  });
}

/** Takes a nudge back; it stays in the history. */
export async function dropVariant(here: Here, pool: Pool, variantId: string): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const recipeId = await endVariant(db, here.workshopId, variantId);
    if (!recipeId) throw notFound('That nudge');
    await locked(here, db, recipeId);
    return written(here, db, recipeId);
  });
}

/** Writes down a trial made by hand, with these or other numbers. */
export async function writeTrial(here: Here, pool: Pool, id: string, trial: NewTrial): Promise<RecipeDetail> {
  return inTransaction(here, pool, async (db) => {
    const now = await locked(here, db, id);
    const shop = await loadShop(here, db);
    refuseBadSettings(shop.machines.get(now.machine.id)!, now.process, trial.settings);
    await insertTrial(db, here.workshopId, { ...trial, recipeId: id });
    return written(here, db, id, { shop });
  });
}

/** Nails up just these cards, in this order. */
export async function nailCards(here: Here, pool: Pool, recipeIds: string[]): Promise<RecipeSummary[]> {
  return inTransaction(here, pool, async (db) => {
    if ((await replaceNails(db, here.workshopId, recipeIds)) !== recipeIds.length)
      throw refused('One of these recipes is not in this book.', 'recipeIds');
    return (await listNailed(db, here.workshopId)).map(recipeSummary);
  });
}

function refuseBadRecipe(shop: Shop, wanted: Parameters<typeof recipeProblem>[1]): void {
  const problem = recipeProblem(shop, wanted);
  if (problem) throw refused(problem.message, problem.field);
}

function refuseBadSettings(
  machine: MachineView,
  process: ProcessName,
  settings: Settings,
  typed?: TypedSettings,
): void {
  const problem = settingProblems(machine, process, settings)[0] ?? typedProblem(machine, settings, typed);
  if (problem) throw refused(problem.message, problem.field);
}

async function lockedAt(here: Here, db: Db, id: string, version: number): Promise<RecipeRow> {
  const now = await locked(here, db, id);
  if (now.version !== version) throw stale('This recipe', await recipeDetail(here, db, id));
  return now;
}

async function locked(here: Here, db: Db, id: string): Promise<RecipeRow> {
  const now = await lockRecipe(db, here.workshopId, id);
  if (!now) throw notFound('That recipe');
  return now;
}

async function written(
  here: Here,
  db: Db,
  id: string,
  change: { note?: string; isArchived?: boolean; shop?: Shop } = {},
): Promise<RecipeDetail> {
  await updateRecipe(db, here.workshopId, id, change);
  await refreshCards(here, db, [id], { areLocked: true });
  return recipeDetail(here, db, id, change.shop);
}
