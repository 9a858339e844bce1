import type { Here } from '../here';
import type { JobAction, JobDocument, ShopFacts, ShopLists, ShopRecipe } from '@keen-anvil/core/jobs';
import { FIRST_PROCESS } from '@keen-anvil/core/jobs';
import type { Db } from '../db/db';
import { notFound } from '../problem';
import { findDocument } from '../queries/documents';
import { listLastUsed, listRecipes } from '../queries/recipes';
import { listVariants } from '../queries/variants';
import { loadShop, materialsOf } from './shop';

const NOTHING: ShopFacts = {
  machines: new Map(),
  tools: new Map(),
  materials: new Map(),
  recipes: [],
  lastPlace: null,
};

/** What follows from these has nothing to do with the workshop. */
const ALONE = new Set<JobAction['do']>(['nudge-parts', 'change-drawing', 'scale-drawings', 'order-steps']);
/** What is done in a step goes by the book. */
const BY_THE_BOOK = new Set<JobAction['do']>(['change-step', 'deboss-from-back', 'make-rim']);

/** What of the workshop an action on a job asks for. */
export async function shopFor(here: Here, db: Db, { steps }: JobDocument, action: JobAction): Promise<ShopFacts> {
  if (ALONE.has(action.do)) return NOTHING;
  const chosen = action.do === 'change-step' ? materialsOf([{ materialId: null, ...action }]) : [];
  const shop = await loadShop(here, db, [...chosen, ...materialsOf(steps)]);
  return {
    ...shop,
    recipes: BY_THE_BOOK.has(action.do) ? await recipesOf(here, db, [...shop.materials.keys()]) : [],
    // No step is new where one is only changed.
    lastPlace: action.do === 'change-step' ? null : await lastPlace(here, db),
  };
}

/** What of the workshop any action on a job may ask for, with the materials that its steps have. */
export async function shopOf(here: Here, db: Db, jobId: string): Promise<ShopLists> {
  const stored = await findDocument(db, here.workshopId, jobId);
  if (!stored) throw notFound('That job');
  const { machines, tools, materials } = await loadShop(here, db, materialsOf(stored.document.steps));
  return {
    machines: [...machines.values()],
    tools: [...tools.values()],
    materials: [...materials.values()],
    recipes: await recipesOf(here, db, [...materials.keys()]),
    lastPlace: await lastPlace(here, db),
  };
}

/** Where a step that is new begins. */
async function lastPlace(here: Here, db: Db): Promise<ShopFacts['lastPlace']> {
  const [last] = await listLastUsed(db, here.workshopId, 1, FIRST_PROCESS);
  return last ? { machineId: last.machine.id, toolId: last.tool.id } : null;
}

async function recipesOf(here: Here, db: Db, materialIds: string[]): Promise<ShopRecipe[]> {
  if (materialIds.length === 0) return [];
  const rows = await listRecipes(db, here.workshopId, { materialIds });
  const variants = await listVariants(
    db,
    here.workshopId,
    rows.map(({ id }) => id),
  );
  return rows.map(({ id, process, material, machine, tool, temper, settings }) => ({
    materialId: material.id,
    process,
    machineId: machine.id,
    toolId: tool.id,
    temper,
    settings,
    variants: variants.filter(({ recipeId, endedAt }) => recipeId === id && !endedAt),
  }));
}
