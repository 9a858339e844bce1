import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { Here } from '../here';
import { notFound } from '../problem';
import { listRecipes } from '../queries/recipes';
import { recipeSummary } from './recipe-views';
import { loadShop } from './shop';

/**
 * Labels for the drawers of some materials, each with what its recipes say.
 * @param origin under which the code on a label opens the book
 * @returns what they are called by, and the page
 * @throws Problem where there is none of the materials
 */
export async function drawerLabels(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  ids: string[],
  origin: string,
): Promise<{ words: string[]; pdf: Buffer }> {
  const { materials } = await loadShop(here, pool, ids);
  const found = ids.flatMap((id) => materials.get(id) ?? []);
  if (found.length === 0) throw notFound('What was to be printed');
  const recipes = await listRecipes(pool, here.workshopId, { materialIds: ids });
  const labels = found.map((material) => ({
    material,
    recipes: recipes.filter((row) => row.material.id === material.id).map(recipeSummary),
    address: `${origin}/book?material=${material.id}`,
  }));
  return {
    words: found.length === 1 ? [found[0].name, 'drawer label'] : [`${found.length} drawer labels`],
    pdf: await heavy.paper(here, 'drawerLabels', labels),
  };
}
