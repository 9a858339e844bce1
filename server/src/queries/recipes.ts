import type { RecipeSummary, RevisionView, TypedSettings } from '@keen-anvil/contract';
import type { ProcessName, Settings, Source, Temper, TemperTally } from '@keen-anvil/core/recipes';
import type { ToolKind } from '@keen-anvil/core/tools';
import type { Db } from '../db/db';

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
  tally: TemperTally;
  lastUsedAt: string | null;
  nail: number | null;
  isArchived: boolean;
  createdAt: string;
  material: RecipeSummary['material'];
  machine: { id: string; name: string };
  tool: { id: string; name: string; kind: ToolKind };
}

/** Everything of recipes that are named `r`, with their newest revision and what they are for. */
export const RECIPE_COLUMNS = `r.id, r.version, r.process, v.number AS revision, v.settings, v.typed, v.source, v.reason, r.note,
    r.temper, r.temper_tally AS tally, r.last_used_at AS "lastUsedAt", r.nail, r.archived_at IS NOT NULL AS "isArchived",
    r.created_at AS "createdAt",
    jsonb_build_object('id', m.id, 'name', m.name, 'colour', m.colour, 'family', m.family, 'thicknessMm', m.thickness_mm) AS material,
    jsonb_build_object('id', a.id, 'name', a.name) AS machine,
    jsonb_build_object('id', t.id, 'name', t.name, 'kind', t.kind) AS tool`;
export const RECIPE_JOINS = `JOIN LATERAL (SELECT * FROM recipe_revision v WHERE v.workshop_id = r.workshop_id AND v.recipe_id = r.id ORDER BY number DESC LIMIT 1) v ON true
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
 * The recipes of a place `p` for materials of the nearest thicknesses, upwards and downwards, on its machine and on others: each
 * from an index in the order of thickness, so that it ends after `$3`, however many materials the family has.
 */
const NEAREST = ['=', '<>']
  .flatMap((machine) =>
    [
      ['>=', 'ASC'],
      ['<', 'DESC'],
    ].map(
      ([
        side,
        way,
      ]) => `(SELECT r.*, m.thickness_mm AS near_mm FROM material m JOIN recipe r ON r.workshop_id = m.workshop_id AND r.material_id = m.id
           WHERE m.workshop_id = $1 AND m.family = p.family AND m.thickness_mm ${side} p."thicknessMm"
             AND r.process = p.process AND r.machine_id ${machine} p."machineId" AND r.archived_at IS NULL
           ORDER BY m.thickness_mm ${way} FETCH FIRST $3 ROWS WITH TIES)`,
    ),
  )
  .join(' UNION ALL ');

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
       LATERAL (SELECT r.* FROM (${NEAREST}) r
         ORDER BY r.machine_id <> p."machineId", abs(ln(r.near_mm / p."thicknessMm")), r.sort_name, r.id LIMIT $3) r ${RECIPE_JOINS}
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

/** The newest revision of some recipes, by their ids. */
export async function newestRevisions(
  db: Db,
  workshopId: string,
  recipeIds: readonly string[],
): Promise<Map<string, { revision: number; settings: Settings }>> {
  if (recipeIds.length === 0) return new Map();
  const { rows } = await db.query<{ id: string; revision: number; settings: Settings }>(
    `SELECT DISTINCT ON (recipe_id) recipe_id AS id, number AS revision, settings FROM recipe_revision
     WHERE workshop_id = $1 AND recipe_id = ANY ($2::uuid[]) ORDER BY recipe_id, number DESC`,
    [workshopId, recipeIds],
  );
  return new Map(rows.map(({ id, ...newest }) => [id, newest]));
}
