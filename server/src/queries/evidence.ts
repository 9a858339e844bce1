import type { EvidenceView, RevisionView, VariantView } from '@keen-anvil/contract';
import type { Outcome, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { RECIPE_COLUMNS, RECIPE_JOINS, type RecipeRow } from './recipes';

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

/** What was done by the end of a run: with the passes that were done before it was looked at. */
const DONE = (run: string) =>
  `CASE WHEN ${run}.hold ? 'lookAfter' THEN ${run}.settings || jsonb_build_object('passes', (${run}.settings ->> 'passes')::int + (${run}.hold ->> 'lookAfter')::int) ELSE ${run}.settings END`;

/** Passes that were done before in the same place and are not in the settings, the first first. */
const ON_TOP_OF = (run: string) =>
  `CASE WHEN ${run}.on_top_of IS NULL OR ${run}.hold ? 'lookAfter' THEN '[]'::jsonb ELSE (
     WITH RECURSIVE pass AS (
       SELECT p.on_top_of, p.settings, p.hold, 1 AS back FROM run p WHERE p.id = ${run}.on_top_of
       UNION ALL SELECT p.on_top_of, p.settings, p.hold, pass.back + 1 FROM run p JOIN pass ON p.id = pass.on_top_of)
     SELECT coalesce(jsonb_agg(pass.settings ORDER BY pass.back DESC), '[]') FROM pass) END`;

/** What was said of some parts of a run and is not what was said of all of it; each verdict once. */
const OF_PARTS = (run: string) =>
  `(SELECT DISTINCT part ->> 'outcome' AS outcome FROM jsonb_array_elements(${run}.part_outcomes) AS part WHERE part ->> 'outcome' <> ${run}.outcome) AS told`;

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
       coalesce((SELECT jsonb_agg(e.told ORDER BY e.at DESC, e.id, e.told ? 'isOfParts', e.told ->> 'outcome') FROM (
         SELECT x.id, x.made_at AS at, jsonb_build_object('id', x.id, 'kind', x.kind, 'outcome', x.outcome, 'at', iso(x.made_at), 'settings', x.settings, 'jobName', x.job_name,
             'toolId', r.tool_id, 'toolWear', x.tool_wear, 'toolLife', x.tool_life, 'earlier', CASE x.kind WHEN 'run' THEN ${EARLIER('run', 'x.id')} ELSE ${EARLIER('trial', 'x.id')} END) AS told
           FROM trial x WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id
         UNION ALL
         SELECT x.id, x.finished_at, jsonb_build_object('id', x.id, 'kind', 'run', 'outcome', x.outcome, 'at', iso(x.finished_at), 'settings', ${DONE('x')}, 'jobName', j.name,
             'toolId', r.tool_id, 'toolWear', x.tool_wear, 'toolLife', x.tool_life, 'onTopOf', ${ON_TOP_OF('x')}, 'earlier', ${EARLIER('run', 'x.id')})
           FROM run x JOIN job j ON j.id = x.job_id
           WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id AND x.outcome IS NOT NULL
         UNION ALL
         SELECT x.id, x.finished_at, jsonb_build_object('id', x.id, 'kind', 'run', 'outcome', told.outcome, 'at', iso(x.finished_at), 'settings', ${DONE('x')}, 'jobName', j.name,
             'toolId', r.tool_id, 'toolWear', x.tool_wear, 'toolLife', x.tool_life, 'onTopOf', ${ON_TOP_OF('x')}, 'isOfParts', true, 'earlier', '[]'::jsonb)
           FROM run x JOIN job j ON j.id = x.job_id CROSS JOIN LATERAL ${OF_PARTS('x')}
           WHERE x.workshop_id = r.workshop_id AND x.recipe_id = r.id AND x.outcome IS NOT NULL) e), '[]') AS evidence
     FROM recipe r ${RECIPE_JOINS} WHERE r.workshop_id = $1 AND r.id = ANY ($2::uuid[])`,
    [workshopId, ids],
  );
  return rows;
}

/** Everything that happened with some recipes (all where `null`): trials, and runs that were scored; newest first. */
export async function listEvidence(db: Db, workshopId: string, recipeIds: string[] | null): Promise<EvidenceRow[]> {
  const { rows } = await db.query<EvidenceRow>(
    `SELECT t.id, t.recipe_id AS "recipeId", c.tool_id AS "toolId", t.kind, t.outcome, t.made_at AS at, t.settings, t.job_name AS "jobName", t.tool_wear AS "toolWear", t.tool_life AS "toolLife",
         '[]'::jsonb AS "onTopOf", false AS "isOfParts"
       FROM trial t JOIN recipe c ON c.workshop_id = t.workshop_id AND c.id = t.recipe_id WHERE t.workshop_id = $1 AND ($2::uuid[] IS NULL OR t.recipe_id = ANY ($2))
     UNION ALL
     SELECT r.id, r.recipe_id, c.tool_id, 'run', r.outcome, r.finished_at, ${DONE('r')}, j.name, r.tool_wear, r.tool_life, ${ON_TOP_OF('r')}, false
       FROM run r JOIN job j ON j.id = r.job_id JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id
       WHERE r.workshop_id = $1 AND r.outcome IS NOT NULL AND ($2::uuid[] IS NULL OR r.recipe_id = ANY ($2))
     UNION ALL
     SELECT r.id, r.recipe_id, c.tool_id, 'run', told.outcome, r.finished_at, ${DONE('r')}, j.name, r.tool_wear, r.tool_life, ${ON_TOP_OF('r')}, true
       FROM run r JOIN job j ON j.id = r.job_id JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id CROSS JOIN LATERAL ${OF_PARTS('r')}
       WHERE r.workshop_id = $1 AND r.outcome IS NOT NULL AND ($2::uuid[] IS NULL OR r.recipe_id = ANY ($2))
     ORDER BY at DESC, id, "isOfParts", outcome`,
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
