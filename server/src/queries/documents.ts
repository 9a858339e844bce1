import type { Difference, Drawing, JobDocument, Part, Placement, Sheet, Step } from '@keen-anvil/core/jobs';
import type { Db } from '../db/db';
import { allWritten } from './all-written';
import { LAST_OF_GROUP, type EditRow, type NewEdit } from './edits';
import { refuseMissingPhotos } from './photos';
import { IS_ON_MACHINE } from './run-series';

/** A job's document as it stands, with the version that it has so. */
export interface StoredDocument {
  id: string;
  name: string;
  version: number;
  document: JobDocument;
  /** Whether a machine is at work on it. */
  isRunning: boolean;
  /** The last edit, where one that is made now goes on with it. */
  last: EditRow | null;
}

const DRAWING = `jsonb_build_object('id', d.id, 'source', d.kind, 'name', d.file_name, 'choices', d.choices, 'reading', d.reading_number,
  'drawn', jsonb_build_object('minX', d.drawn_min_x, 'minY', d.drawn_min_y, 'maxX', d.drawn_max_x, 'maxY', d.drawn_max_y),
  'scaleX', d.scale_x, 'scaleY', d.scale_y, 'xMm', d.x_mm, 'yMm', d.y_mm, 'isSizeLocked', d.is_size_locked, 'readsReversed', d.reads_reversed)`;
const PART = `jsonb_build_object('id', p.id, 'name', p.name, 'role', p.role, 'stepId', p.step_id, 'making', p.making)`;
const STEP = `jsonb_build_object('id', s.id, 'colour', s.colour, 'process', s.process, 'materialId', s.material_id, 'machineId', s.machine_id, 'toolId', s.tool_id,
  'holder', s.holder, 'mirrored', s.mirrored, 'isSkipped', s.is_skipped, 'isProcessGuessed', s.is_process_guessed, 'isProcessOpen', s.is_process_open, 'nudge', s.nudge,
  'fill', s.fill, 'rounds', s.rounds, 'isFromBack', s.is_from_back, 'turned', s.turned, 'cut', s.cut, 'onMaterialId', s.on_material_id)`;
const SHEET = `jsonb_build_object('id', h.id, 'number', h.number, 'stockPieceId', h.stock_piece_id, 'onCarrier', h.on_carrier, 'photo', h.photo,
  'size', CASE WHEN h.width_mm IS NOT NULL THEN jsonb_build_object('widthMm', h.width_mm, 'lengthMm', h.length_mm) END)
  || CASE WHEN h.carrier_at IS NULL THEN '{}' ELSE jsonb_build_object('carrierAt', h.carrier_at) END`;
const PLACEMENT = `jsonb_build_object('id', l.id, 'partId', l.part_id, 'sheetId', l.sheet_id, 'x', l.x_mm, 'y', l.y_mm, 'angle', l.angle, 'turnedOver', l.turned_over)`;

/** The document of the job that is called `job` in a statement. */
export const DOCUMENT = `jsonb_build_object('isOrderByHand', job.is_order_by_hand,
  'drawings', coalesce((SELECT jsonb_agg(${DRAWING} ORDER BY d.position) FROM artwork d WHERE d.job_id = job.id AND NOT d.is_gone), '[]'),
  'parts', coalesce((SELECT jsonb_agg(${PART} ORDER BY p.position) FROM job_part p WHERE p.job_id = job.id), '[]'),
  'steps', coalesce((SELECT jsonb_agg(${STEP} ORDER BY s.position) FROM job_step s WHERE s.job_id = job.id AND NOT s.is_gone), '[]'),
  'sheets', coalesce((SELECT jsonb_agg(${SHEET} ORDER BY h.number) FROM job_sheet h WHERE h.job_id = job.id), '[]'),
  'placements', coalesce((SELECT jsonb_agg(${PLACEMENT} ORDER BY l.position) FROM placement l WHERE l.job_id = job.id), '[]'))`;

/**
 * A job's document, in one statement; undefined where there is no such job.
 * @param edit that is made of it next
 */
export async function findDocument(
  db: Db,
  workshopId: string,
  jobId: string,
  edit: Pick<NewEdit, 'group' | 'madeBy'> = { group: null, madeBy: null },
): Promise<StoredDocument | undefined> {
  const { rows } = await db.query<StoredDocument>(
    `SELECT id, name, version, ${DOCUMENT} AS document, ${IS_ON_MACHINE} AS "isRunning", ${LAST_OF_GROUP('$3::text', '$4')} AS last
     FROM job WHERE workshop_id = $1 AND id = $2`,
    [workshopId, jobId, edit.group, edit.madeBy],
  );
  return rows[0];
}

/** A list of a document with the place of each member in it. */
const placed = <T extends { id: string }>(changed: { after: T | null }[], list: readonly T[]): string => {
  const position = new Map(list.map(({ id }, i) => [id, i]));
  return JSON.stringify(
    changed.flatMap(({ after }) => (after ? [{ ...after, position: position.get(after.id) ?? 0 }] : [])),
  );
};

/** How many members are there after a change. */
const presentOf = (changed: readonly { after: unknown }[]): number =>
  changed.filter(({ after }) => after !== null).length;

const goneOf = (changed: { id: string; after: unknown }[]): string[] =>
  changed.flatMap(({ id, after }) => (after === null ? [id] : []));

/** Writes what is different in a job; as many statements as there are lists that changed, whatever is in them. */
export async function writeDifference(
  db: Db,
  workshopId: string,
  jobId: string,
  difference: Difference,
  after: JobDocument,
): Promise<void> {
  await writeDrawings(db, workshopId, jobId, difference, after.drawings);
  await writeSteps(db, workshopId, jobId, difference, after.steps);
  await writeSheets(db, workshopId, jobId, difference, after.sheets);
  await writeParts(db, workshopId, jobId, difference, after.parts);
  await writePlacements(db, workshopId, jobId, difference, after.placements);
  const lists = [
    ['artwork', difference.order.drawings],
    ['job_step', difference.order.steps],
    ['job_part', difference.order.parts],
    ['placement', difference.order.placements],
  ] as const;
  for (const [table, order] of lists) if (order) await writeOrder(db, workshopId, table, jobId, order.after);
}

/** Drawings come in with their files, before: here they change, go out of sight, and come back. */
async function writeDrawings(
  db: Db,
  workshopId: string,
  jobId: string,
  { drawings }: Difference,
  list: readonly Drawing[],
): Promise<void> {
  if (drawings.length === 0) return;
  const written = await db.query(
    `UPDATE artwork d SET file_name = t.name, choices = t.choices, reading_number = t.reading,
       drawn_min_x = (t.drawn->>'minX')::double precision, drawn_min_y = (t.drawn->>'minY')::double precision,
       drawn_max_x = (t.drawn->>'maxX')::double precision, drawn_max_y = (t.drawn->>'maxY')::double precision,
       scale_x = t."scaleX", scale_y = t."scaleY", x_mm = t."xMm", y_mm = t."yMm", is_size_locked = t."isSizeLocked", reads_reversed = t."readsReversed",
       is_gone = false, position = t.position
     FROM jsonb_to_recordset($3) AS t(id uuid, name text, choices jsonb, reading int, drawn jsonb, "scaleX" double precision, "scaleY" double precision,
       "xMm" double precision, "yMm" double precision, "isSizeLocked" boolean, "readsReversed" boolean, position int)
     WHERE d.workshop_id = $1 AND d.job_id = $2 AND d.id = t.id`,
    [workshopId, jobId, placed(drawings, list)],
  );
  allWritten(written, presentOf(drawings), 'A drawing');
  const gone = goneOf(drawings);
  if (gone.length > 0)
    await db.query(
      'UPDATE artwork SET is_gone = true WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($3::uuid[])',
      [workshopId, jobId, gone],
    );
}

/** Runs point at their step: one that is gone stays, out of sight. */
async function writeSteps(
  db: Db,
  workshopId: string,
  jobId: string,
  { steps }: Difference,
  list: readonly Step[],
): Promise<void> {
  if (steps.length === 0) return;
  const written = await db.query(
    `INSERT INTO job_step (id, workshop_id, job_id, position, colour, process, material_id, machine_id, tool_id, holder, mirrored, is_skipped, is_process_guessed, is_process_open, nudge, fill, rounds, is_from_back, turned, cut, on_material_id)
     SELECT id, $1, $2, position, colour, process, "materialId", "machineId", "toolId", holder, mirrored, "isSkipped", "isProcessGuessed", coalesce("isProcessOpen", false), nullif(nudge, 'null'), coalesce(fill, 'both-ways'), coalesce(rounds, 1), coalesce("isFromBack", false), turned, nullif(cut, 'null'), "onMaterialId"
     FROM jsonb_to_recordset($3) AS t(id uuid, position int, colour text, process text, "materialId" uuid, "machineId" uuid, "toolId" uuid, holder int,
       mirrored boolean, "isSkipped" boolean, "isProcessGuessed" boolean, "isProcessOpen" boolean, nudge jsonb, fill text, rounds int, "isFromBack" boolean, turned text, cut jsonb, "onMaterialId" uuid)
     ON CONFLICT (id) DO UPDATE SET position = excluded.position, colour = excluded.colour, process = excluded.process, material_id = excluded.material_id,
       machine_id = excluded.machine_id, tool_id = excluded.tool_id, holder = excluded.holder, mirrored = excluded.mirrored, is_skipped = excluded.is_skipped,
       is_process_guessed = excluded.is_process_guessed, is_process_open = excluded.is_process_open, nudge = excluded.nudge, fill = excluded.fill, rounds = excluded.rounds, is_from_back = excluded.is_from_back, turned = excluded.turned, cut = excluded.cut, on_material_id = excluded.on_material_id, is_gone = false
     WHERE job_step.workshop_id = $1 AND job_step.job_id = $2`,
    [workshopId, jobId, placed(steps, list)],
  );
  allWritten(written, presentOf(steps), 'A step');
  const gone = goneOf(steps);
  if (gone.length > 0)
    await db.query(
      'UPDATE job_step SET is_gone = true WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($3::uuid[])',
      [workshopId, jobId, gone],
    );
}

async function writeSheets(
  db: Db,
  workshopId: string,
  jobId: string,
  { sheets }: Difference,
  list: readonly Sheet[],
): Promise<void> {
  if (sheets.length === 0) return;
  const gone = goneOf(sheets);
  await refuseMissingPhotos(
    db,
    workshopId,
    sheets.flatMap(({ before, after }) => {
      const photoId = after?.photo?.photoId;
      return photoId && photoId !== before?.photo?.photoId ? [photoId] : [];
    }),
  );
  const written = await db.query(
    `WITH gone AS (DELETE FROM job_sheet WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($4::uuid[]))
     INSERT INTO job_sheet (id, workshop_id, job_id, number, stock_piece_id, width_mm, length_mm, on_carrier, photo, carrier_at)
     SELECT id, $1, $2, number, "stockPieceId", (size->>'widthMm')::double precision, (size->>'lengthMm')::double precision, "onCarrier", nullif(photo, 'null'), nullif("carrierAt", 'null')
     FROM jsonb_to_recordset($3) AS t(id uuid, number int, "stockPieceId" uuid, size jsonb, "onCarrier" boolean, photo jsonb, "carrierAt" jsonb)
     ON CONFLICT (id) DO UPDATE SET number = excluded.number, stock_piece_id = excluded.stock_piece_id, width_mm = excluded.width_mm,
       length_mm = excluded.length_mm, on_carrier = excluded.on_carrier, photo = excluded.photo, carrier_at = excluded.carrier_at
     WHERE job_sheet.workshop_id = $1 AND job_sheet.job_id = $2`,
    [workshopId, jobId, placed(sheets, list), gone],
  );
  allWritten(written, presentOf(sheets), 'A sheet');
}

async function writeParts(
  db: Db,
  workshopId: string,
  jobId: string,
  { parts }: Difference,
  list: readonly Part[],
): Promise<void> {
  if (parts.length === 0) return;
  const gone = goneOf(parts);
  const written = await db.query(
    `WITH gone AS (DELETE FROM job_part WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($4::uuid[]))
     INSERT INTO job_part (id, workshop_id, job_id, position, name, role, step_id, making)
     SELECT id, $1, $2, position, name, role, "stepId", making
     FROM jsonb_to_recordset($3) AS t(id uuid, position int, name text, role text, "stepId" uuid, making jsonb)
     ON CONFLICT (id) DO UPDATE SET position = excluded.position, name = excluded.name, role = excluded.role, step_id = excluded.step_id, making = excluded.making
     WHERE job_part.workshop_id = $1 AND job_part.job_id = $2`,
    [workshopId, jobId, placed(parts, list), gone],
  );
  allWritten(written, presentOf(parts), 'A part');
}

async function writePlacements(
  db: Db,
  workshopId: string,
  jobId: string,
  { placements }: Difference,
  list: readonly Placement[],
): Promise<void> {
  if (placements.length === 0) return;
  const gone = goneOf(placements);
  const written = await db.query(
    `WITH gone AS (DELETE FROM placement WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($4::uuid[]))
     INSERT INTO placement (id, workshop_id, job_id, position, part_id, sheet_id, x_mm, y_mm, angle, turned_over)
     SELECT id, $1, $2, position, "partId", "sheetId", x, y, angle, "turnedOver"
     FROM jsonb_to_recordset($3) AS t(id uuid, position int, "partId" uuid, "sheetId" uuid, x double precision, y double precision, angle double precision, "turnedOver" boolean)
     ON CONFLICT (id) DO UPDATE SET position = excluded.position, part_id = excluded.part_id, sheet_id = excluded.sheet_id, x_mm = excluded.x_mm,
       y_mm = excluded.y_mm, angle = excluded.angle, turned_over = excluded.turned_over
     WHERE placement.workshop_id = $1 AND placement.job_id = $2`,
    [workshopId, jobId, placed(placements, list), gone],
  );
  allWritten(written, presentOf(placements), 'A place of a part');
}

async function writeOrder(
  db: Db,
  workshopId: string,
  table: 'artwork' | 'job_step' | 'job_part' | 'placement',
  jobId: string,
  ids: readonly string[],
): Promise<void> {
  await db.query(
    `UPDATE ${table} m SET position = t.n - 1 FROM unnest($3::uuid[]) WITH ORDINALITY AS t (id, n)
     WHERE m.workshop_id = $1 AND m.job_id = $2 AND m.id = t.id AND m.position <> t.n - 1`,
    [workshopId, jobId, ids],
  );
}
