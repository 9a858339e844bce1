import type { JobAction, JobDocument, ShopRecipe } from '@keen-anvil/core/jobs';
import { FIRST_PROCESS } from '@keen-anvil/core/jobs';
import type { Db } from '../db/pool';
import type { ShopFacts } from '../heavy/job-work';
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
const ALONE = new Set<JobAction['do']>(['nudge-parts', 'change-drawing', 'order-steps']);
/** Only what is done in a step goes by the book. */
const BY_THE_BOOK = new Set<JobAction['do']>(['change-step']);

/** What of the workshop an action on a job asks for. */
export async function shopFor(
  db: Db,
  workshopId: string,
  { steps }: JobDocument,
  action: JobAction,
): Promise<ShopFacts> {
  if (ALONE.has(action.do)) return NOTHING;
  const chosen = action.do === 'change-step' ? (action.materialId ?? null) : null;
  const shop = await loadShop(db, workshopId, [chosen, ...materialsOf(steps)]);
  if (BY_THE_BOOK.has(action.do))
    return { ...shop, lastPlace: null, recipes: await recipesOf(db, workshopId, [...shop.materials.keys()]) };
  const [last] = await listLastUsed(db, workshopId, 1, FIRST_PROCESS);
  return { ...shop, recipes: [], lastPlace: last ? { machineId: last.machine.id, toolId: last.tool.id } : null };
}

async function recipesOf(db: Db, workshopId: string, materialIds: string[]): Promise<ShopRecipe[]> {
  if (materialIds.length === 0) return [];
  const rows = await listRecipes(db, workshopId, { materialIds });
  const variants = await listVariants(
    db,
    workshopId,
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
