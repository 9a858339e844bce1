import type { RecordEdit, TurnedRecord } from '@keen-anvil/core/records';
import type { Db } from '../db/db';

export interface RecordEditRow extends RecordEdit {
  id: string;
}

/** Which record, and on which device it was changed. */
export interface EditedRecord {
  kind: TurnedRecord;
  recordId: string;
  madeBy: string | null;
}

/** So many changes of one record can be taken back on one device. */
const KEPT_EDITS = 20;

/** Keeps what was changed of a record, and forgets what was taken back before it and what is older than the last changes. */
export async function insertRecordEdit(
  db: Db,
  workshopId: string,
  { kind, recordId, madeBy }: EditedRecord,
  { before, after }: RecordEdit,
): Promise<void> {
  await db.query(
    `WITH own AS (SELECT id, is_undone, row_number() OVER (PARTITION BY is_undone ORDER BY id DESC) AS age FROM record_edit
       WHERE workshop_id = $1 AND kind = $2 AND record_id = $3 AND made_by IS NOT DISTINCT FROM $4::uuid),
     gone AS (DELETE FROM record_edit e USING own WHERE e.id = own.id AND (own.is_undone OR own.age >= $7))
     INSERT INTO record_edit (workshop_id, kind, record_id, made_by, before, after) VALUES ($1, $2, $3, $4, $5, $6)`,
    [workshopId, kind, recordId, madeBy, JSON.stringify(before), JSON.stringify(after), KEPT_EDITS],
  );
}

/** The change of a record that is taken back next on a device, or done again next. */
export async function findRecordEdit(
  db: Db,
  workshopId: string,
  { kind, recordId, madeBy }: EditedRecord,
  turn: 'undo' | 'redo',
): Promise<RecordEditRow | undefined> {
  const { rows } = await db.query<RecordEditRow>(
    `SELECT id, before, after FROM record_edit
     WHERE workshop_id = $1 AND kind = $2 AND record_id = $3 AND made_by IS NOT DISTINCT FROM $4::uuid AND is_undone = $5
     ORDER BY CASE WHEN $5 THEN id ELSE -id END LIMIT 1`,
    [workshopId, kind, recordId, madeBy, turn === 'redo'],
  );
  return rows[0];
}

/** Writes that a change was taken back, or done again. */
export async function turnRecordEdit(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('UPDATE record_edit SET is_undone = NOT is_undone WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
  ]);
}

/** Pieces of a material that were changed on a device within the last day. */
export async function listChangedPieces(
  db: Db,
  workshopId: string,
  materialId: string,
  madeBy: string | null,
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `SELECT DISTINCT p.id FROM record_edit e JOIN stock_piece p ON p.workshop_id = e.workshop_id AND p.id = e.record_id
     WHERE e.workshop_id = $1 AND e.kind = 'piece' AND p.material_id = $2 AND e.made_by IS NOT DISTINCT FROM $3::uuid
       AND e.made_at > now() - interval '1 day' ORDER BY p.id`,
    [workshopId, materialId, madeBy],
  );
  return rows.map(({ id }) => id);
}
