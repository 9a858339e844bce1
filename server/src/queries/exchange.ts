import type {
  BookEvidence,
  BookMaterial,
  BookPhoto,
  BookRecipe,
  BookRevision,
  BookTool,
  BookVariant,
} from '@keen-anvil/contract';
import type { Db } from '../db/db';

/** Moments in a file: to the millisecond, in UTC. */
const iso = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
type Of<T> = T & { recipeId: string };

/** The recipes themselves, in order of their ids. */
export async function listBookRecipes(
  db: Db,
  workshopId: string,
  ids: string[] | null,
): Promise<Omit<BookRecipe, 'revisions' | 'evidence' | 'variants'>[]> {
  const { rows } = await db.query<Omit<BookRecipe, 'revisions' | 'evidence' | 'variants'>>(
    `SELECT id, machine_id AS "machineId", tool_id AS "toolId", material_id AS "materialId", process, note, nail, ${iso('created_at')} AS "createdAt", archived_at IS NOT NULL AS "isArchived"
     FROM recipe WHERE workshop_id = $1 AND ($2::uuid[] IS NULL OR id = ANY ($2)) ORDER BY id::text COLLATE "C"`,
    [workshopId, ids],
  );
  return rows;
}

/** Every revision, oldest first. */
export async function listBookRevisions(db: Db, workshopId: string, ids: string[] | null): Promise<Of<BookRevision>[]> {
  const { rows } = await db.query<Of<BookRevision>>(
    `SELECT recipe_id AS "recipeId", settings, typed, source, reason, ${iso('created_at')} AS "createdAt", settled_trials AS "settledTrials", returned_to AS "returnedTo"
     FROM recipe_revision WHERE workshop_id = $1 AND ($2::uuid[] IS NULL OR recipe_id = ANY ($2)) ORDER BY recipe_id, number`,
    [workshopId, ids],
  );
  // Absent rather than null: most revisions were not settled by a tuning, and go back to none.
  return rows.map(({ settledTrials, returnedTo, ...revision }) => ({
    ...revision,
    ...(settledTrials ? { settledTrials } : {}),
    ...(returnedTo ? { returnedTo } : {}),
  }));
}

/** Everything that happened with the recipes, oldest first. */
export async function listBookEvidence(db: Db, workshopId: string, ids: string[] | null): Promise<Of<BookEvidence>[]> {
  const { rows } = await db.query<Of<BookEvidence>>(
    `SELECT "recipeId", id, kind, outcome, ${iso('at')} AS at, settings, "toolWear", "toolLife", "jobName" FROM (
       SELECT recipe_id AS "recipeId", id, kind, outcome, made_at AS at, settings, tool_wear AS "toolWear", tool_life AS "toolLife", job_name AS "jobName"
         FROM trial WHERE workshop_id = $1 AND ($2::uuid[] IS NULL OR recipe_id = ANY ($2))
       UNION ALL
       SELECT r.recipe_id, r.id, 'run', r.outcome, r.finished_at, r.settings, r.tool_wear, r.tool_life, j.name
         FROM run r JOIN job j ON j.id = r.job_id WHERE r.workshop_id = $1 AND r.outcome IS NOT NULL AND ($2::uuid[] IS NULL OR r.recipe_id = ANY ($2))) e
     ORDER BY "recipeId", date_trunc('milliseconds', at), id`,
    [workshopId, ids],
  );
  return rows;
}

/** Every variant, oldest first. */
export async function listBookVariants(db: Db, workshopId: string, ids: string[] | null): Promise<Of<BookVariant>[]> {
  const { rows } = await db.query<Of<BookVariant>>(
    `SELECT recipe_id AS "recipeId", id, changes, reason, tool_id AS "toolId", stock_piece_id AS "stockPieceId", ${iso('created_at')} AS "createdAt", ${iso('ended_at')} AS "endedAt"
     FROM recipe_variant WHERE workshop_id = $1 AND ($2::uuid[] IS NULL OR recipe_id = ANY ($2)) ORDER BY recipe_id, date_trunc('milliseconds', created_at), id`,
    [workshopId, ids],
  );
  return rows;
}

/** The photos of materials. */
export async function listBookPhotos(db: Db, workshopId: string): Promise<(BookPhoto & { materialId: string })[]> {
  const { rows } = await db.query<BookPhoto & { materialId: string }>(
    `SELECT m.id AS "materialId", p.id, p.media_type AS "mediaType", replace(encode(p.bytes, 'base64'), E'\\n', '') AS base64
     FROM material m JOIN photo p ON p.workshop_id = m.workshop_id AND p.id = m.photo_id WHERE m.workshop_id = $1`,
    [workshopId],
  );
  return rows;
}

/** One import at a time for each workshop, until the transaction ends. */
export async function lockImports(db: Db, workshopId: string): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock(hashtext($1))', [`import ${workshopId}`]);
}

/** Writes what a tool's file says of its lives. */
export async function writeToolLives(db: Db, workshopId: string, tool: BookTool): Promise<void> {
  await db.query(
    'UPDATE tool SET life_number = $3, life_began_at = $4, archived_at = CASE WHEN $5 THEN coalesce(archived_at, now()) END WHERE workshop_id = $1 AND id = $2',
    [workshopId, tool.id, tool.lifeNumber, tool.lifeBeganAt, tool.isArchived],
  );
  await db.query(
    `INSERT INTO tool_life (workshop_id, tool_id, number, wear, began_at, ended_at, note)
     SELECT $1, $2, l.number, l.wear, l."beganAt", l."endedAt", l.note FROM jsonb_to_recordset($3::jsonb) AS l (number integer, wear double precision, "beganAt" timestamptz, "endedAt" timestamptz, note text)
     ON CONFLICT DO NOTHING`,
    [workshopId, tool.id, JSON.stringify(tool.lives)],
  );
}

/** Writes a material's pieces: new ones are added, known ones are written anew. */
export async function writePieces(db: Db, workshopId: string, material: BookMaterial): Promise<void> {
  await db.query(
    `INSERT INTO stock_piece (workshop_id, id, material_id, kind, name, width_mm, length_mm, count, outline, holes, archived_at)
     SELECT $1, p.id, $2, p.kind, p.name, p."widthMm", p."lengthMm", p.count, nullif(p.outline, 'null'::jsonb), coalesce(nullif(p.holes, 'null'::jsonb), '[]'), CASE WHEN p."isArchived" THEN now() END
     FROM jsonb_to_recordset($3::jsonb) AS p (id uuid, kind text, name text, "widthMm" double precision, "lengthMm" double precision, count integer, outline jsonb, holes jsonb, "isArchived" boolean)
     ON CONFLICT (workshop_id, id) DO UPDATE SET version = stock_piece.version + 1, kind = excluded.kind, name = excluded.name, width_mm = excluded.width_mm,
       length_mm = excluded.length_mm, count = excluded.count, outline = excluded.outline, holes = excluded.holes, archived_at = excluded.archived_at
     WHERE stock_piece.material_id = excluded.material_id`,
    [workshopId, material.id, JSON.stringify(material.pieces)],
  );
}

/** Adds recipes as they stand in a file, with all that belongs to them; none of them may be there yet. */
export async function insertBookRecipes(db: Db, workshopId: string, recipes: BookRecipe[]): Promise<void> {
  await db.query(
    `INSERT INTO recipe (workshop_id, id, machine_id, tool_id, material_id, process, note, nail, created_at, archived_at)
     SELECT $1, r.id, r."machineId", r."toolId", r."materialId", r.process, r.note, r.nail, r."createdAt", CASE WHEN r."isArchived" THEN now() END
     FROM jsonb_to_recordset($2::jsonb) AS r (id uuid, "machineId" uuid, "toolId" uuid, "materialId" uuid, process text, note text, nail integer, "createdAt" timestamptz, "isArchived" boolean)`,
    [workshopId, JSON.stringify(recipes.map(({ revisions: _r, evidence: _e, variants: _v, ...recipe }) => recipe))],
  );
  const numbered = recipes.flatMap(({ id, revisions }) =>
    revisions.map((revision, i) => ({ recipeId: id, number: i + 1, ...revision })),
  );
  await db.query(
    `INSERT INTO recipe_revision (workshop_id, recipe_id, number, settings, typed, source, reason, created_at, settled_trials, returned_to)
     SELECT $1, v."recipeId", v.number, v.settings, v.typed, v.source, v.reason, v."createdAt", v."settledTrials", v."returnedTo"
     FROM jsonb_to_recordset($2::jsonb) AS v ("recipeId" uuid, number integer, settings jsonb, typed jsonb, source text, reason text, "createdAt" timestamptz, "settledTrials" integer, "returnedTo" integer)`,
    [workshopId, JSON.stringify(numbered)],
  );
  await writeEvidence(
    db,
    workshopId,
    recipes.flatMap(({ id, evidence }) => evidence.map((event) => ({ recipeId: id, ...event }))),
  );
  await writeVariants(
    db,
    workshopId,
    recipes.flatMap(({ id, variants }) => variants.map((variant) => ({ recipeId: id, ...variant }))),
  );
}

/** Adds evidence; what is there already stays as it is. */
export async function writeEvidence(db: Db, workshopId: string, evidence: Of<BookEvidence>[]): Promise<void> {
  await db.query(
    `INSERT INTO trial (workshop_id, id, recipe_id, kind, settings, outcome, tool_wear, tool_life, job_name, made_at)
     SELECT $1, e.id, e."recipeId", e.kind, e.settings, e.outcome, e."toolWear", e."toolLife", e."jobName", e.at
     FROM jsonb_to_recordset($2::jsonb) AS e (id uuid, "recipeId" uuid, kind text, settings jsonb, outcome text, "toolWear" double precision, "toolLife" integer, "jobName" text, at timestamptz)
     ON CONFLICT DO NOTHING`,
    [workshopId, JSON.stringify(evidence)],
  );
}

/** Adds variants; of those that are there, only whether they have ended is taken over. */
export async function writeVariants(db: Db, workshopId: string, variants: Of<BookVariant>[]): Promise<void> {
  await db.query(
    `INSERT INTO recipe_variant (workshop_id, id, recipe_id, changes, reason, tool_id, stock_piece_id, created_at, ended_at)
     SELECT $1, n.id, n."recipeId", n.changes, n.reason, n."toolId", n."stockPieceId", n."createdAt", n."endedAt"
     FROM jsonb_to_recordset($2::jsonb) AS n (id uuid, "recipeId" uuid, changes jsonb, reason text, "toolId" uuid, "stockPieceId" uuid, "createdAt" timestamptz, "endedAt" timestamptz)
     ON CONFLICT (workshop_id, id) DO UPDATE SET ended_at = coalesce(recipe_variant.ended_at, excluded.ended_at)`,
    [workshopId, JSON.stringify(variants)],
  );
}

/** Writes where a recipe is nailed up. */
export async function setNail(db: Db, workshopId: string, id: string, nail: number | null): Promise<void> {
  await db.query('UPDATE recipe SET nail = $3 WHERE workshop_id = $1 AND id = $2', [workshopId, id, nail]);
}
