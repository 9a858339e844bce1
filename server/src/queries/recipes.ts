import type { EvidenceView, RecipeSummary, RevisionView, TypedSettings, VariantView } from '@keen-anvil/contract';
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
  lastUsedAt: string | null;
  nail: number | null;
  isArchived: boolean;
  createdAt: string;
  material: RecipeSummary['material'];
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
  withArchived?: boolean;
  /** Only those that their machine cannot be set to. */
  isMisfit?: boolean;
}

/** Recipes as they stand now, each with its newest revision, in order of what they are for. */
export async function listRecipes(db: Db, workshopId: string, filter: RecipeFilter = {}): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM recipe r ${RECIPE_JOINS}
     WHERE r.workshop_id = $1 AND ($2::uuid[] IS NULL OR r.id = ANY ($2)) AND ($3::uuid[] IS NULL OR r.material_id = ANY ($3))
       AND ($4::uuid IS NULL OR r.machine_id = $4) AND ($5::uuid IS NULL OR r.tool_id = $5) AND ($6::text IS NULL OR r.process = $6)
       AND ($7 OR r.archived_at IS NULL)
       AND (NOT $8::boolean OR NOT r.fits)
     ORDER BY r.sort_name, r.id`,
    [
      workshopId,
      filter.ids ?? null,
      filter.materialIds ?? null,
      filter.machineId ?? null,
      filter.toolId ?? null,
      filter.process ?? null,
      filter.withArchived ?? false,
      filter.isMisfit ?? false,
    ],
  );
  return rows;
}

/** The recipes that come after one in the order of the book, at most so many; the first ones where none is named. */
export async function listRecipesAfter(
  db: Db,
  workshopId: string,
  afterId: string | null,
  limit: number,
): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM (
       SELECT * FROM recipe WHERE workshop_id = $1 AND archived_at IS NULL
         AND (sort_name, id) > (coalesce((SELECT sort_name FROM recipe WHERE workshop_id = $1 AND id = $2), ''), coalesce($2::uuid, '00000000-0000-0000-0000-000000000000'))
       ORDER BY sort_name, id LIMIT $3) r ${RECIPE_JOINS} ORDER BY r.sort_name, r.id`,
    [workshopId, afterId, limit],
  );
  return rows;
}

/** Where something is to be done, by what makes another recipe alike. */
export interface AlikePlace {
  process: ProcessName;
  family: string;
  machineId: string;
  thicknessMm: number;
}

/**
 * For each of some places the recipes of its process for materials of its family: those on its machine first, then those for
 * the most alike thickness, at most so many.
 */
export async function listAlike(
  db: Db,
  workshopId: string,
  places: readonly AlikePlace[],
  limit: number,
): Promise<RecipeRow[][]> {
  if (places.length === 0) return [];
  const { rows } = await db.query<RecipeRow & { place: number }>(
    `SELECT p.n AS place, ${RECIPE_COLUMNS} FROM jsonb_to_recordset($2) AS p (n int, process text, family text, "machineId" uuid, "thicknessMm" double precision),
       LATERAL (SELECT r.* FROM material m JOIN recipe r ON r.workshop_id = m.workshop_id AND r.material_id = m.id
         WHERE m.workshop_id = $1 AND m.family = p.family AND r.process = p.process AND r.archived_at IS NULL
         ORDER BY r.machine_id <> p."machineId", abs(ln(m.thickness_mm / p."thicknessMm")), r.sort_name, r.id LIMIT $3) r ${RECIPE_JOINS}
     ORDER BY p.n, r.sort_name, r.id`,
    [workshopId, JSON.stringify(places.map((place, n) => ({ n, ...place }))), limit],
  );
  return places.map((_, n) => rows.filter(({ place }) => place === n).map(({ place: _place, ...row }) => row));
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

/** One page of what a search finds; the page is cut out first, and only its recipes are looked up. */
export const searchPageSql = (sort: RecipeSort, isDescending: boolean): string => {
  // Backwards is wholly backwards, so that an index serves both ways; what was never used stands last either way.
  const way = isDescending ? 'DESC' : 'ASC';
  const order =
    sort === 'best'
      ? // Of what fits equally well, the more proven comes first.
        `${SORT_SQL.best}, ${SORT_SQL.temper} DESC, r.sort_name, r.id`
      : `${sort === 'material' ? '' : `${SORT_SQL[sort]} ${way}${sort === 'used' && isDescending ? ' NULLS LAST' : ''}, `}r.sort_name ${way}, r.id ${way}`;
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
  // Counting goes over all that is found, the page does not: side by side where there are connections for both.
  const [counted, { rows }] = await Promise.all([
    db.query<{ total: number }>(searchCountSql, values),
    db.query<RecipeRow>(searchPageSql(search.sort, search.isDescending), [...values, search.limit, search.offset]),
  ]);
  return { rows, total: counted.rows[0].total };
}

/** A recipe, also one that was put away, locked until the transaction ends. */
export async function lockRecipe(db: Db, workshopId: string, id: string): Promise<RecipeRow | undefined> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT ${RECIPE_COLUMNS} FROM recipe r ${RECIPE_JOINS} WHERE r.workshop_id = $1 AND r.id = $2 FOR NO KEY UPDATE OF r`,
    [workshopId, id],
  );
  return rows[0];
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

/** Adds a revision behind the newest one; its numbers are taken to be ones that the machine can be set to. */
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
    `WITH fitting AS (UPDATE recipe SET fits = true WHERE workshop_id = $2 AND id = $1 AND NOT fits)
     INSERT INTO recipe_revision (recipe_id, number, workshop_id, settings, typed, source, reason, tuning_id, settled_trials, returned_to)
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
  // One after the other: what was nailed up a moment ago must be seen before the rows are locked in their order.
  await db.query('SELECT 1 FROM workshop WHERE id = $1 FOR NO KEY UPDATE', [workshopId]);
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

export interface EvidenceRow extends Omit<EvidenceView, 'earlier'> {
  recipeId: string;
  toolId: string;
}

/** A recipe with all that was written down of it. */
export interface ToldRecipe extends RecipeRow {
  /** Newest first. */
  revisions: RevisionView[];
  evidence: (EvidenceView & { toolId: string })[];
  /** Oldest first. */
  variants: VariantView[];
}

const EARLIER = (kind: 'run' | 'trial', id: string) =>
  `coalesce((SELECT jsonb_agg(jsonb_build_object('outcome', d.outcome, 'at', iso(d.given_at)) ORDER BY d.id DESC) FROM (
     SELECT d.*, row_number() OVER (ORDER BY d.id DESC) AS n FROM verdict d WHERE d.workshop_id = $1 AND d.kind = '${kind}' AND d.subject_id = ${id}) d WHERE d.n > 1), '[]')`;

/** Some recipes, also put away, each with its history and what happened with it, in one statement. */
export async function listTold(db: Db, workshopId: string, ids: readonly string[]): Promise<ToldRecipe[]> {
  const { rows } = await db.query<ToldRecipe>(
    `SELECT ${RECIPE_COLUMNS},
       (SELECT jsonb_agg(jsonb_build_object('number', x.number, 'settings', x.settings, 'typed', x.typed, 'source', x.source, 'reason', x.reason,
           'returnedTo', x.returned_to, 'createdAt', iso(x.created_at)) ORDER BY x.number DESC)
         FROM recipe_revision x WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id) AS revisions,
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', n.id, 'changes', n.changes, 'reason', n.reason, 'toolId', n.tool_id, 'stockPieceId', n.stock_piece_id,
           'forName', coalesce(nt.name, np.name), 'createdAt', iso(n.created_at), 'endedAt', iso(n.ended_at)) ORDER BY n.created_at, n.id)
         FROM recipe_variant n LEFT JOIN tool nt ON nt.workshop_id = n.workshop_id AND nt.id = n.tool_id
           LEFT JOIN stock_piece np ON np.workshop_id = n.workshop_id AND np.id = n.stock_piece_id
         WHERE n.workshop_id = r.workshop_id AND n.recipe_id = r.id), '[]') AS variants,
       coalesce((SELECT jsonb_agg(e.told ORDER BY e.at DESC, e.id) FROM (
         SELECT x.id, x.made_at AS at, jsonb_build_object('id', x.id, 'kind', x.kind, 'outcome', x.outcome, 'at', iso(x.made_at), 'settings', x.settings, 'jobName', x.job_name,
             'toolId', r.tool_id, 'toolWear', x.tool_wear, 'toolLife', x.tool_life, 'earlier', CASE x.kind WHEN 'run' THEN ${EARLIER('run', 'x.id')} ELSE ${EARLIER('trial', 'x.id')} END) AS told
           FROM trial x WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id
         UNION ALL
         SELECT x.id, x.finished_at, jsonb_build_object('id', x.id, 'kind', 'run', 'outcome', x.outcome, 'at', iso(x.finished_at), 'settings', x.settings, 'jobName', j.name,
             'toolId', r.tool_id, 'toolWear', x.tool_wear, 'toolLife', x.tool_life, 'earlier', ${EARLIER('run', 'x.id')})
           FROM run x JOIN job j ON j.id = x.job_id
           WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id AND x.outcome IS NOT NULL AND x.on_top_of IS NULL) e), '[]') AS evidence
     FROM recipe r ${RECIPE_JOINS} WHERE r.workshop_id = $1 AND r.id = ANY ($2::uuid[])`,
    [workshopId, ids],
  );
  return rows;
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
