import type { VerdictView } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

export type Judged = 'run' | 'trial';

/** Writes a verdict down; one that was given before verdicts were kept goes before it. null: it is taken back. */
export async function insertVerdict(
  db: Db,
  workshopId: string,
  kind: Judged,
  id: string,
  outcome: Outcome | null,
  before: Outcome | null,
): Promise<void> {
  await db.query(
    `INSERT INTO verdict (workshop_id, kind, subject_id, outcome) SELECT $1, $2, $3, $4
     WHERE $4::text IS NOT NULL AND NOT EXISTS (SELECT 1 FROM verdict WHERE workshop_id = $1 AND kind = $2 AND subject_id = $3)`,
    [workshopId, kind, id, before],
  );
  await db.query('INSERT INTO verdict (workshop_id, kind, subject_id, outcome) VALUES ($1, $2, $3, $4)', [
    workshopId,
    kind,
    id,
    outcome,
  ]);
}

/** The verdicts that were given before the one that holds, the last one first, by what they were of. */
export async function listEarlierVerdicts(
  db: Db,
  workshopId: string,
  kind: Judged,
  ids: readonly string[],
): Promise<Map<string, VerdictView[]>> {
  const { rows } = await db.query<{ id: string; outcome: Outcome | null; at: string }>(
    `SELECT subject_id AS id, outcome, given_at AS at FROM (
       SELECT *, row_number() OVER (PARTITION BY subject_id ORDER BY id DESC) AS n FROM verdict WHERE workshop_id = $1 AND kind = $2 AND subject_id = ANY ($3::uuid[])) v
     WHERE n > 1 ORDER BY n`,
    [workshopId, kind, ids],
  );
  const found = new Map<string, VerdictView[]>();
  for (const { id, outcome, at } of rows) found.set(id, [...(found.get(id) ?? []), { outcome, at }]);
  return found;
}
