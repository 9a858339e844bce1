import type { EvidenceView, RevisionView } from '@keen-anvil/contract';
import type { ProcessName, Settings, Source, ToolKind } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';

export interface RecipeRow {
  id: string;
  version: number;
  process: ProcessName;
  revision: number;
  settings: Settings;
  source: Source;
  reason: string;
  material: { id: string; name: string; colour: string; family: string; thicknessMm: number };
  machine: { id: string; name: string };
  tool: { id: string; name: string; kind: ToolKind };
}

export interface RecipeFilter {
  id?: string;
  /** Every one of these has to stand somewhere in the names of material, family, process, machine or tool. */
  words?: string[];
}

/** The recipes of the workshop as they stand now, each with its newest revision. */
export async function listRecipes(db: Db, workshopId: string, { id, words = [] }: RecipeFilter = {}): Promise<RecipeRow[]> {
  const { rows } = await db.query<RecipeRow>(
    `SELECT r.id, r.version, r.process, v.number AS revision, v.settings, v.source, v.reason,
       jsonb_build_object('id', m.id, 'name', m.name, 'colour', m.colour, 'family', m.family, 'thicknessMm', m.thickness_mm) AS material,
       jsonb_build_object('id', a.id, 'name', a.name) AS machine,
       jsonb_build_object('id', t.id, 'name', t.name, 'kind', t.kind) AS tool
     FROM recipe r
     JOIN LATERAL (SELECT * FROM recipe_revision WHERE recipe_id = r.id ORDER BY number DESC LIMIT 1) v ON true
     JOIN material m ON m.id = r.material_id
     JOIN machine a ON a.id = r.machine_id
     JOIN tool t ON t.id = r.tool_id
     WHERE r.workshop_id = $1 AND ($2::uuid IS NULL OR r.id = $2)
       AND concat_ws(' ', m.name, m.family, m.finish, replace(r.process, '-', ' '), a.name, t.name) ILIKE ALL ($3::text[])
     ORDER BY m.name, a.name DESC, t.name, r.process`,
    [workshopId, id ?? null, words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`)],
  );
  return rows;
}

/** The version of a recipe, locked until the transaction ends; null where there is none. */
export async function lockRecipe(db: Db, workshopId: string, id: string): Promise<number | null> {
  const { rows } = await db.query<{ version: number }>('SELECT version FROM recipe WHERE workshop_id = $1 AND id = $2 FOR UPDATE', [workshopId, id]);
  return rows[0]?.version ?? null;
}

export interface NewRecipeRow {
  id: string;
  machineId: string;
  toolId: string;
  materialId: string;
  process: ProcessName;
}

/** Adds a recipe without a revision yet. Returns false where there is one for this place already. */
export async function insertRecipe(db: Db, workshopId: string, row: NewRecipeRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO recipe (id, workshop_id, machine_id, tool_id, material_id, process) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT DO NOTHING`,
    [row.id, workshopId, row.machineId, row.toolId, row.materialId, row.process],
  );
  return rowCount === 1;
}

/** Adds a revision behind the newest one. */
export async function insertRevision(db: Db, workshopId: string, recipeId: string, row: { settings: Settings; source: Source; reason: string }): Promise<void> {
  await db.query(
    `INSERT INTO recipe_revision (recipe_id, number, workshop_id, settings, source, reason)
     SELECT $1, coalesce(max(number), 0) + 1, $2, $3, $4, $5 FROM recipe_revision WHERE recipe_id = $1`,
    [recipeId, workshopId, row.settings, row.source, row.reason],
  );
}

/** Counts a recipe's version up. */
export async function bumpRecipe(db: Db, recipeId: string): Promise<void> {
  await db.query('UPDATE recipe SET version = version + 1 WHERE id = $1', [recipeId]);
}

/** All revisions of a recipe, newest first. */
export async function listRevisions(db: Db, workshopId: string, recipeId: string): Promise<RevisionView[]> {
  const { rows } = await db.query<RevisionView>(
    `SELECT number, settings, source, reason, created_at AS "createdAt" FROM recipe_revision
     WHERE workshop_id = $1 AND recipe_id = $2 ORDER BY number DESC`,
    [workshopId, recipeId],
  );
  return rows;
}

export interface EvidenceRow extends Omit<EvidenceView, 'at'> {
  recipeId: string;
  at: Date;
}

/** Everything that happened with the workshop's recipes (or with one): trials, and runs that were scored; newest first. */
export async function listEvidence(db: Db, workshopId: string, recipeId: string | null = null): Promise<EvidenceRow[]> {
  const { rows } = await db.query<EvidenceRow>(
    `SELECT recipe_id AS "recipeId", 'trial' AS kind, outcome, made_at AS at, settings, NULL AS "jobName", tool_wear_m AS "toolWearM"
       FROM trial WHERE workshop_id = $1 AND ($2::uuid IS NULL OR recipe_id = $2)
     UNION ALL
     SELECT r.recipe_id, 'run', r.outcome, r.finished_at, r.settings, j.name, r.tool_wear_m
       FROM run r JOIN job j ON j.id = r.job_id
       WHERE r.workshop_id = $1 AND r.outcome IS NOT NULL AND ($2::uuid IS NULL OR r.recipe_id = $2)
     ORDER BY at DESC`,
    [workshopId, recipeId],
  );
  return rows;
}
