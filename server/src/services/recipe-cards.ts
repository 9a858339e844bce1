import { processOf } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { Here } from '../here';
import { notFound } from '../problem';
import { listRecipes } from '../queries/recipes';
import { recipeSummary } from './recipe-views';
import { loadShop } from './shop';

/**
 * Cards of some recipes, to hang beside the machine.
 * @param origin under which the code on a card opens its recipe
 * @returns what they are called by, and the page
 * @throws Problem where there is none of the recipes
 */
export async function recipeCards(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  ids: string[],
  origin: string,
): Promise<{ words: string[]; pdf: Buffer }> {
  const { machines } = await loadShop(here, pool);
  const rows = await listRecipes(pool, here.workshopId, { ids, withArchived: true });
  if (rows.length === 0) throw notFound('What was to be printed');
  const cards = rows.map((row) => ({
    recipe: { ...recipeSummary(row), reason: row.reason, note: row.note },
    machine: machines.get(row.machine.id)!,
    address: `${origin}/book/${row.id}`,
  }));
  const [{ material, machine, process }] = rows;
  return {
    words:
      rows.length === 1
        ? [material.name, machine.name, processOf(process).label.toLowerCase()]
        : [`${rows.length} recipe cards`],
    pdf: await heavy.paper(here, 'recipeCards', cards),
  };
}
