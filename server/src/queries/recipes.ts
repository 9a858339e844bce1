import type { EvidenceView, RevisionView, TypedSettings, VariantView } from '@keen-anvil/contract';
import type { Changes, Outcome, ProcessName, Settings, Source, Temper } from '@keen-anvil/core/recipes';
import type { ToolKind } from '@keen-anvil/core/tools';
import type { Db } from '../db/pool';

export interface RecipeRow {
  id: string;
  version: number;
  process: ProcessName;
  revision: number;
  settings: Settings;
  typed: TypedSettings;
  source: Source;
  reason: string;
  note: string;
  temper: Temper;
  temperReasons: string[];
  lastUsedAt: Date | null;
  nail: number | null;
  isArchived: boolean;
  createdAt: Date;
  material: { id: string; name: string; colour: string; family: string; thicknessMm: number };
  machine: { id: string; name: string };
  tool: { id: string; name: string; kind: ToolKind };
}

/** Everything of recipes that are named `r`, with their newest revision and what they are for. */
const RECIPE_COLUMNS = `r.id, r.version, r.process, v.number AS revision, v.settings, v.typed, v.source, v.reason, r.note,
    r.temper, r.temper_reasons AS "temperReasons", r.last_used_at AS "lastUsedAt", r.nail, r.archived_at IS NOT NULL AS "isArchived",
    r.created_at AS "createdAt",
    jsonb_build_object('id', m.id, 'name', m.name, 'colour', m.colour, 'family', m.family, 'thicknessMm', m.thickness_mm) AS material,
    jsonb_build_object('id', a.id, 'name', a.name) AS machine,
    jsonb_build_object('id', t.id, 'name', t.name, 'kind', t.kind) AS tool`;
const RECIPE_JOINS = `JOIN LATERAL (SELECT * FROM recipe_revision v WHERE v.workshop_id = r.workshop_id AND v.recipe_id = r.id ORDER BY number DESC LIMIT 1) v ON true
  JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id
  JOIN machine a ON a.workshop_id = r.workshop_id AND a.id = r.machine_id
  JOIN tool t ON t.workshop_id = r.workshop_id AND t.id = r.tool_id`;

export interface RecipeFilter {
  ids?: string[];
  materialIds?: string[];
  machineId?: string;
  toolId?: string;
  process?: ProcessName;
  family?: string;
  withArchived?: boolean;
  limit?: number;
}

/** Recipes as they stand now, each with its newest revision, in order of what they are for. */
export async function listRecipes(db: Db, workshopId: string, filter: RecipeFilter = {}): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM recipe r ${RECIPE_JOINS}
     WHERE r.workshop_id = $1 AND ($2::uuid[] IS NULL OR r.id = ANY ($2)) AND ($3::uuid[] IS NULL OR r.material_id = ANY ($3))
       AND ($4::uuid IS NULL OR r.machine_id = $4) AND ($5::uuid IS NULL OR r.tool_id = $5) AND ($6::text IS NULL OR r.process = $6)
       AND ($7::text IS NULL OR m.family = $7) AND ($8 OR r.archived_at IS NULL)
     ORDER BY r.sort_name, r.id LIMIT $9`,
    [
      workshopId,
      filter.ids ?? null,
      filter.materialIds ?? null,
      filter.machineId ?? null,
      filter.toolId ?? null,
      filter.process ?? null,
      filter.family ?? null,
      filter.withArchived ?? false,
      filter.limit ?? null,
    ],
  );
  return rows;
}

/** Nailed cards in their order. */
export async function listNailed(db: Db, workshopId: string): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM recipe r ${RECIPE_JOINS} WHERE r.workshop_id = $1 AND r.nail IS NOT NULL AND r.archived_at IS NULL ORDER BY r.nail`,
    [workshopId],
  );
  return rows;
}

/** The recipes used last, the newest use first. */
export async function listLastUsed(
  db: Db,
  workshopId: string,
  limit: number,
  process: ProcessName | null = null,
): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM recipe r ${RECIPE_JOINS}
     WHERE r.workshop_id = $1 AND r.last_used_at IS NOT NULL AND r.archived_at IS NULL AND ($3::text IS NULL OR r.process = $3)
     ORDER BY r.last_used_at DESC LIMIT $2`,
    [workshopId, limit, process],
  );
  return rows;
}

export const RECIPE_SORTS = ['best', 'material', 'machine', 'process', 'temper', 'used'] as const;
export type RecipeSort = (typeof RECIPE_SORTS)[number];

const SORT_SQL: Readonly<Record<RecipeSort, string>> = {
  // What it is for counts most, what is told of it least. Of words joined by “and” the rank would count distances, which say nothing here.
  best: `CASE WHEN $2 = '' THEN 0 ELSE -ts_rank('{0.05, 0.1, 0.4, 1}', r.words, replace($2, '&', '|')::tsquery) END`,
  material: 'r.sort_name',
  machine: '(SELECT name FROM machine a WHERE a.workshop_id = r.workshop_id AND a.id = r.machine_id)',
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

/** One page of what a search finds; the page is cut out first, and only its recipes are looked up. */
export const searchPageSql = (sort: RecipeSort, isDescending: boolean): string => {
  const direction = isDescending ? 'DESC NULLS LAST' : 'ASC NULLS LAST';
  // Of what fits equally well, the more proven comes first.
  const proven = sort === 'best' ? `, ${SORT_SQL.temper} DESC` : '';
  const order =
    sort === 'material'
      ? `r.sort_name ${isDescending ? 'DESC' : 'ASC'}, r.id`
      : `${SORT_SQL[sort]} ${direction}${proven}, r.sort_name, r.id`;
  return `SELECT ${RECIPE_COLUMNS} FROM (SELECT r.*, row_number() OVER (ORDER BY ${order}) AS turn FROM recipe r WHERE ${SEARCH_WHERE} ORDER BY ${order} LIMIT $7 OFFSET $8) r
     ${RECIPE_JOINS} ORDER BY r.turn`;
};

/** How many recipes a search finds in all. */
export const searchCountSql = `SELECT count(*)::int AS total FROM recipe r WHERE ${SEARCH_WHERE}`;

/** The values of both statements above, in their order. */
export const searchValues = (workshopId: string, search: RecipeSearch): unknown[] => [
  workshopId,
  search.query,
  search.materialId,
  search.machineId,
  search.process,
  search.temper,
];

/** One page of what a search finds, and how many there are in all. */
export async function searchRecipes(
  db: Db,
  workshopId: string,
  search: RecipeSearch,
): Promise<{ rows: RecipeRow[]; total: number }> {
  const values = searchValues(workshopId, search);
  const counted = await db.query<{ total: number }>(searchCountSql, values);
  const { rows } = await db.query<RecipeRow>(searchPageSql(search.sort, search.isDescending), [
    ...values,
    search.limit,
    search.offset,
  ]);
  return { rows, total: counted.rows[0].total };
}

/** The version of a recipe, locked until the transaction ends; null where there is none. */
export async function lockRecipe(db: Db, workshopId: string, id: string): Promise<number | null> {
  const { rows } = await db.query<{ version: number }>(
    'SELECT version FROM recipe WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE',
    [workshopId, id],
  );
  return rows[0]?.version ?? null;
}

export interface NewRecipeRow {
  id: string;
  machineId: string;
  toolId: string;
  materialId: string;
  process: ProcessName;
  note?: string;
}

/** Adds a recipe without a revision yet. Returns false where there is one for this place already. */
export async function insertRecipe(db: Db, workshopId: string, row: NewRecipeRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO recipe (id, workshop_id, machine_id, tool_id, material_id, process, note) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT DO NOTHING`,
    [row.id, workshopId, row.machineId, row.toolId, row.materialId, row.process, row.note ?? ''],
  );
  return rowCount === 1;
}

/** Adds a revision behind the newest one. */
export async function insertRevision(
  db: Db,
  workshopId: string,
  recipeId: string,
  row: {
    settings: Settings;
    typed?: TypedSettings;
    source: Source;
    reason: string;
    tuningId?: string;
    settledTrials?: number;
    returnedTo?: number | null;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO recipe_revision (recipe_id, number, workshop_id, settings, typed, source, reason, tuning_id, settled_trials, returned_to)
     SELECT $1, coalesce(max(number), 0) + 1, $2, $3, $4, $5, $6, $7, $8, $9 FROM recipe_revision WHERE workshop_id = $2 AND recipe_id = $1`,
    [
      recipeId,
      workshopId,
      row.settings,
      row.typed ?? {},
      row.source,
      row.reason,
      row.tuningId ?? null,
      row.settledTrials ?? null,
      row.returnedTo ?? null,
    ],
  );
}

/** Counts a recipe's version up, with its note and whether it is put away. */
export async function updateRecipe(
  db: Db,
  workshopId: string,
  id: string,
  change: { note?: string; isArchived?: boolean } = {},
): Promise<void> {
  await db.query(
    `UPDATE recipe SET version = version + 1, note = coalesce($3, note),
       archived_at = CASE WHEN $4::boolean IS NULL THEN archived_at WHEN $4 THEN coalesce(archived_at, now()) END
     WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, change.note ?? null, change.isArchived ?? null],
  );
}

/** Nails up just these cards, in this order. Returns how many of them there are. */
export async function replaceNails(db: Db, workshopId: string, recipeIds: string[]): Promise<number> {
  await db.query(
    'SELECT 1 FROM recipe WHERE workshop_id = $1 AND (nail IS NOT NULL OR id = ANY ($2::uuid[])) ORDER BY id FOR NO KEY UPDATE',
    [workshopId, recipeIds],
  );
  await db.query('UPDATE recipe SET nail = NULL WHERE workshop_id = $1 AND nail IS NOT NULL', [workshopId]);
  const { rowCount } = await db.query(
    'UPDATE recipe r SET nail = n.place FROM unnest($2::uuid[]) WITH ORDINALITY AS n (id, place) WHERE r.workshop_id = $1 AND r.id = n.id',
    [workshopId, recipeIds],
  );
  return rowCount ?? 0;
}

/** All revisions of a recipe, newest first. */
export async function listRevisions(db: Db, workshopId: string, recipeId: string): Promise<RevisionView[]> {
  const { rows } = await db.query<RevisionView>(
    `SELECT number, settings, typed, source, reason, returned_to AS "returnedTo", created_at AS "createdAt" FROM recipe_revision
     WHERE workshop_id = $1 AND recipe_id = $2 ORDER BY number DESC`,
    [workshopId, recipeId],
  );
  return rows;
}

export interface EvidenceRow extends Omit<EvidenceView, 'at' | 'earlier'> {
  recipeId: string;
  toolId: string;
  at: Date;
}

/** Everything that happened with some recipes (all where `null`): trials, and runs that were scored; newest first. */
export async function listEvidence(db: Db, workshopId: string, recipeIds: string[] | null): Promise<EvidenceRow[]> {
  const { rows } = await db.query<EvidenceRow>(
    `SELECT t.id, t.recipe_id AS "recipeId", c.tool_id AS "toolId", t.kind, t.outcome, t.made_at AS at, t.settings, t.job_name AS "jobName", t.tool_wear AS "toolWear", t.tool_life AS "toolLife"
       FROM trial t JOIN recipe c ON c.workshop_id = t.workshop_id AND c.id = t.recipe_id WHERE t.workshop_id = $1 AND ($2::uuid[] IS NULL OR t.recipe_id = ANY ($2))
     UNION ALL
     SELECT r.id, r.recipe_id, c.tool_id, 'run', r.outcome, r.finished_at, r.settings, j.name, r.tool_wear, r.tool_life
       FROM run r JOIN job j ON j.id = r.job_id JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id
       WHERE r.workshop_id = $1 AND r.outcome IS NOT NULL AND r.on_top_of IS NULL AND ($2::uuid[] IS NULL OR r.recipe_id = ANY ($2))
     ORDER BY at DESC, id`,
    [workshopId, recipeIds],
  );
  return rows;
}

/** A trial of a recipe, locked until the transaction ends. */
export async function lockTrial(
  db: Db,
  workshopId: string,
  id: string,
): Promise<{ recipeId: string; outcome: Outcome } | undefined> {
  const { rows } = await db.query<{ recipeId: string; outcome: Outcome }>(
    'SELECT recipe_id AS "recipeId", outcome FROM trial WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE',
    [workshopId, id],
  );
  return rows[0];
}

/** Corrects what came out of a trial; null takes it out of the evidence. */
export async function correctTrial(db: Db, workshopId: string, id: string, outcome: Outcome | null): Promise<void> {
  if (outcome === null) await db.query('DELETE FROM trial WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
  else await db.query('UPDATE trial SET outcome = $3 WHERE workshop_id = $1 AND id = $2', [workshopId, id, outcome]);
}

/** Writes down a trial with the wear of the tool as it is now. */
export async function insertTrial(
  db: Db,
  workshopId: string,
  trial: { id: string; recipeId: string; settings: Settings; outcome: Outcome },
): Promise<void> {
  await db.query(
    `INSERT INTO trial (id, workshop_id, recipe_id, settings, outcome, tool_wear, tool_life)
     SELECT $1, $2, r.id, $4, $5, t.wear, t.life_number FROM recipe r JOIN tool t ON t.workshop_id = r.workshop_id AND t.id = r.tool_id
     WHERE r.workshop_id = $2 AND r.id = $3`,
    [trial.id, workshopId, trial.recipeId, trial.settings, trial.outcome],
  );
}

/** Variants of some recipes (all where `null`), oldest first. */
export async function listVariants(
  db: Db,
  workshopId: string,
  recipeIds: string[] | null,
): Promise<(VariantView & { recipeId: string })[]> {
  const { rows } = await db.query<VariantView & { recipeId: string }>(
    `SELECT n.id, n.recipe_id AS "recipeId", n.changes, n.reason, n.tool_id AS "toolId", n.stock_piece_id AS "stockPieceId",
       coalesce(t.name, p.name) AS "forName", n.created_at AS "createdAt", n.ended_at AS "endedAt"
     FROM recipe_variant n LEFT JOIN tool t ON t.workshop_id = n.workshop_id AND t.id = n.tool_id
       LEFT JOIN stock_piece p ON p.workshop_id = n.workshop_id AND p.id = n.stock_piece_id
     WHERE n.workshop_id = $1 AND ($2::uuid[] IS NULL OR n.recipe_id = ANY ($2)) ORDER BY n.created_at, n.id`,
    [workshopId, recipeIds],
  );
  return rows;
}

export interface NewVariantRow {
  id: string;
  recipeId: string;
  changes: Changes;
  reason: string;
  toolId: string | null;
  stockPieceId: string | null;
}

/** Adds a variant; one that was there for the same tool or piece ends. */
export async function insertVariant(db: Db, workshopId: string, row: NewVariantRow): Promise<void> {
  await db.query(
    `UPDATE recipe_variant SET ended_at = now() WHERE workshop_id = $1 AND recipe_id = $2 AND ended_at IS NULL
       AND tool_id IS NOT DISTINCT FROM $3 AND stock_piece_id IS NOT DISTINCT FROM $4`,
    [workshopId, row.recipeId, row.toolId, row.stockPieceId],
  );
  await db.query(
    'INSERT INTO recipe_variant (workshop_id, id, recipe_id, changes, reason, tool_id, stock_piece_id) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [workshopId, row.id, row.recipeId, row.changes, row.reason, row.toolId, row.stockPieceId],
  );
}

/** Ends a variant. Returns the recipe it belonged to, or null where there is no such variant. */
export async function endVariant(db: Db, workshopId: string, id: string): Promise<string | null> {
  const { rows } = await db.query<{ recipeId: string }>(
    'UPDATE recipe_variant SET ended_at = coalesce(ended_at, now()) WHERE workshop_id = $1 AND id = $2 RETURNING recipe_id AS "recipeId"',
    [workshopId, id],
  );
  return rows[0]?.recipeId ?? null;
}
