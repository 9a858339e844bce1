import type { ProcessName, Temper } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { RECIPE_COLUMNS, RECIPE_JOINS, type RecipeRow } from './recipes';

export const RECIPE_SORTS = ['best', 'material', 'machine', 'process', 'temper', 'used'] as const;
export type RecipeSort = (typeof RECIPE_SORTS)[number];

const SORT_SQL: Readonly<Record<RecipeSort, string>> = {
  // What it is for counts most, what is told of it least. Of words joined by “and” the rank would count distances, which say nothing here.
  best: `-ts_rank('{0.05, 0.1, 0.4, 1}', r.words, replace($2, '&', '|')::tsquery)`,
  material: 'r.sort_name',
  machine: 'r.sort_machine',
  process: 'r.process',
  temper: `array_position(ARRAY['bare', 'straw', 'bronze', 'violet', 'blue'], r.temper)`,
  used: 'r.last_used_at',
};

export interface RecipeSearch {
  /** A tsquery over the words of the cards; '' asks for all. */
  query: string;
  materialId: string | null;
  machineId: string | null;
  process: ProcessName | null;
  temper: Temper | null;
  sort: RecipeSort;
  isDescending: boolean;
  limit: number;
  offset: number;
}

const SEARCH_WHERE = `r.workshop_id = $1 AND r.archived_at IS NULL AND ($2 = '' OR r.words @@ $2::tsquery)
  AND ($3::uuid IS NULL OR r.material_id = $3) AND ($4::uuid IS NULL OR r.machine_id = $4)
  AND ($5::text IS NULL OR r.process = $5) AND ($6::text IS NULL OR r.temper = $6)`;

/** So many are counted of what words find; where there are more, they say too little for one to fit better than another. */
export const MOST_COUNTED = 1000;

/**
 * One page of what a search finds; the page is cut out first, and only its recipes are looked up.
 * @param isRanked whether the best is what fits the words best; else it is what is proven most
 */
export const searchPageSql = (sort: RecipeSort, isDescending: boolean, isRanked: boolean): string => {
  // Backwards is wholly backwards, so that an index serves both ways; what was never used stands last either way.
  const way = isDescending ? 'DESC' : 'ASC';
  const order =
    sort === 'best'
      ? // Of what fits equally well, the more proven comes first.
        `${isRanked ? `${SORT_SQL.best}, ` : ''}${SORT_SQL.temper} DESC, r.sort_name, r.id`
      : `${sort === 'material' ? '' : `${SORT_SQL[sort]} ${way}${sort === 'used' && isDescending ? ' NULLS LAST' : ''}, `}r.sort_name ${way}, r.id ${way}`;
  return `SELECT ${RECIPE_COLUMNS} FROM (SELECT r.id, row_number() OVER (ORDER BY ${order}) AS turn FROM recipe r WHERE ${SEARCH_WHERE} ORDER BY ${order} LIMIT $7 OFFSET $8) page
     JOIN recipe r ON r.workshop_id = $1 AND r.id = page.id ${RECIPE_JOINS} ORDER BY page.turn`;
};

/** How many recipes a search finds in all; of what words find, one more than are counted. */
export const searchCountSql = (query: string): string =>
  query === ''
    ? `SELECT count(*)::int AS total FROM recipe r WHERE ${SEARCH_WHERE}`
    : `SELECT count(*)::int AS total FROM (SELECT FROM recipe r WHERE ${SEARCH_WHERE} LIMIT ${MOST_COUNTED + 1}) r`;

/** The values of both statements above, in their order. */
export const searchValues = (workshopId: string, search: RecipeSearch): unknown[] => [
  workshopId,
  search.query,
  search.materialId,
  search.machineId,
  search.process,
  search.temper,
];

/** One page of what a search finds, and how many there are in all; `hasMore` where not all were counted. */
export async function searchRecipes(
  db: Db,
  workshopId: string,
  search: RecipeSearch,
): Promise<{ rows: RecipeRow[]; total: number; hasMore: boolean }> {
  const values = searchValues(workshopId, search);
  const page = (isRanked: boolean) =>
    db.query<RecipeRow>(searchPageSql(search.sort, search.isDescending, isRanked), [
      ...values,
      search.limit,
      search.offset,
    ]);
  const count = db.query<{ total: number }>(searchCountSql(search.query), values);
  if (search.query === '') {
    // Counting goes over all that is found, the page does not: side by side where there are connections for both.
    const [counted, { rows }] = await Promise.all([count, page(false)]);
    return { rows, total: counted.rows[0].total, hasMore: false };
  }
  const { total } = (await count).rows[0];
  const hasMore = total > MOST_COUNTED;
  return { rows: (await page(!hasMore)).rows, total: Math.min(total, MOST_COUNTED), hasMore };
}
