// Brings every old job, template and edit into the new form. The same old row makes the same ids each time it is met.
// It stands alone: what it writes is what it wrote when it was made, whatever becomes of the program.
import { v5 as uuidv5 } from 'uuid';
import {
  differenceOf,
  type Drawing,
  type JobDocument,
  type Making,
  type Part,
  type Placement,
  type Sheet,
  type Step,
} from './018-form/document';
import { boxOf, moved, type DrawnPart } from './018-form/lines';

/** What of the database is asked for here. */
interface Db {
  query<R extends object>(text: string, values?: unknown[]): Promise<{ rows: R[] }>;
}

/** Namespace of the ids that are made here. */
const FORM = '0b8f0a52-54d1-4f6e-8a5c-91f0a6cbb0d7';
const AT_ONCE = 100;

interface OldStep extends Omit<
  Step,
  'isProcessGuessed' | 'nudge' | 'fill' | 'rounds' | 'isFromBack' | 'turned' | 'cut'
> {
  position: number;
  stockPieceId: string | null;
  onCarrier: boolean;
  isProcessGuessed?: boolean;
  nudge?: Step['nudge'];
}

interface OldPart {
  id: string;
  artworkId: string;
  stepId: string | null;
  role: Part['role'];
  name: string;
  pieces: [number, number][];
  offsetOf: string | null;
  offsetMm: number | null;
  bridges?: { x: number; y: number; angle: number; lengthMm: number; widthMm: number }[];
  place: { x: number; y: number };
}

interface OldSnapshot {
  isOrderByHand: boolean;
  steps: OldStep[];
  parts: OldPart[];
  artworks: (Partial<Drawing> & { id: string; readingNumber?: number })[];
}

interface OldJob extends Omit<OldSnapshot, 'artworks'> {
  id: string;
  workshopId: string;
  drawings: Drawing[];
}

/** Turns all jobs, edits and templates over, a hundred jobs at a time. */
export async function up(db: Db, told: (words: string) => void): Promise<void> {
  await fillPlaces(db);
  await db.query(
    'UPDATE artwork SET drawn_max_x = drawn_min_x + drawn_width_mm, drawn_max_y = drawn_min_y + drawn_height_mm',
  );
  const { rows } = await db.query<{ id: string }>('SELECT id FROM job ORDER BY id');
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const jobs = await readJobs(
      db,
      rows.slice(from, from + AT_ONCE).map(({ id }) => id),
    );
    for (const job of jobs) await turnOver(db, job);
    told(`${Math.min(from + AT_ONCE, rows.length)} of ${rows.length} jobs are in the new form`);
  }
  await turnTemplates(db);
  // Tables with checks still to come cannot be altered by what follows.
  await db.query('SET CONSTRAINTS ALL IMMEDIATE');
}

async function readJobs(db: Db, ids: string[]): Promise<OldJob[]> {
  const { rows } = await db.query<OldJob>(
    `SELECT j.id, j.workshop_id AS "workshopId", j.is_order_by_hand AS "isOrderByHand",
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', s.id, 'position', s.position, 'colour', s.colour, 'process', s.process, 'materialId', s.material_id,
         'stockPieceId', s.stock_piece_id, 'machineId', s.machine_id, 'toolId', s.tool_id, 'holder', s.holder, 'mirrored', s.mirrored, 'onCarrier', s.on_carrier,
         'isSkipped', s.is_skipped, 'isProcessGuessed', s.is_process_guessed, 'nudge', s.nudge) ORDER BY s.position)
         FROM job_step s WHERE s.job_id = j.id AND NOT s.is_gone), '[]') AS steps,
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', p.id, 'artworkId', p.artwork_id, 'stepId', p.step_id, 'role', p.role, 'name', p.name, 'pieces', p.pieces,
         'offsetOf', p.offset_of, 'offsetMm', p.offset_mm, 'bridges', p.bridges, 'place', jsonb_build_object('x', l.x_mm, 'y', l.y_mm)) ORDER BY a.position, p.part_index, p.id)
         FROM job_part p JOIN placement l ON l.part_id = p.id JOIN artwork a ON a.id = p.artwork_id WHERE p.job_id = j.id), '[]') AS parts,
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', d.id, 'source', d.kind, 'name', d.file_name, 'choices', d.choices, 'reading', d.reading_number,
         'drawn', jsonb_build_object('minX', d.drawn_min_x, 'minY', d.drawn_min_y, 'maxX', d.drawn_max_x, 'maxY', d.drawn_max_y),
         'scaleX', d.scale_x, 'scaleY', d.scale_y, 'xMm', d.x_mm, 'yMm', d.y_mm, 'isSizeLocked', d.is_size_locked, 'readsReversed', d.reads_reversed) ORDER BY d.position, d.created_at)
         FROM artwork d WHERE d.job_id = j.id), '[]') AS drawings
     FROM job j WHERE j.id = ANY ($1::uuid[])`,
    [ids],
  );
  return rows;
}

async function turnOver(db: Db, job: OldJob): Promise<void> {
  const now = documentOf(job, job.drawings);
  await db.query(
    `UPDATE artwork d SET position = t.n - 1 FROM unnest($1::uuid[]) WITH ORDINALITY AS t (id, n) WHERE d.id = t.id`,
    [job.drawings.map(({ id }) => id)],
  );
  await db.query(
    `INSERT INTO job_sheet (id, workshop_id, job_id, number, stock_piece_id, on_carrier)
     SELECT id, $1, $2, number, "stockPieceId", "onCarrier" FROM jsonb_to_recordset($3) AS t(id uuid, number int, "stockPieceId" uuid, "onCarrier" boolean)`,
    [job.workshopId, job.id, JSON.stringify(now.sheets)],
  );
  const [artworkId] = job.drawings.map(({ id }) => id);
  await db.query(
    `INSERT INTO job_part (id, workshop_id, job_id, artwork_id, part_index, name, role, step_id, position, making)
     SELECT id, $1, $2, $4, 0, name, role, "stepId", n - 1, making
     FROM ROWS FROM (jsonb_to_recordset($3) AS (id uuid, name text, role text, "stepId" uuid, making jsonb)) WITH ORDINALITY AS t(id, name, role, "stepId", making, n)
     ON CONFLICT (id) DO UPDATE SET role = excluded.role, step_id = excluded.step_id, position = excluded.position, making = excluded.making`,
    [job.workshopId, job.id, JSON.stringify(now.parts), artworkId ?? null],
  );
  await db.query('DELETE FROM placement l USING job_part p WHERE p.id = l.part_id AND p.job_id = $1', [job.id]);
  await db.query(
    `INSERT INTO placement (id, workshop_id, job_id, position, part_id, sheet_id, x_mm, y_mm, turned_over)
     SELECT id, $1, $2, n - 1, "partId", "sheetId", x, y, "turnedOver"
     FROM ROWS FROM (jsonb_to_recordset($3) AS (id uuid, "partId" uuid, "sheetId" uuid, x double precision, y double precision, "turnedOver" boolean)) WITH ORDINALITY AS t(id, "partId", "sheetId", x, y, "turnedOver", n)`,
    [job.workshopId, job.id, JSON.stringify(now.placements)],
  );
  await turnEdits(db, job, now);
}

/** Edits kept how the job was before them; from now on they keep what they changed. */
async function turnEdits(db: Db, job: OldJob, now: JobDocument): Promise<void> {
  const { rows } = await db.query<{ id: string; before: OldSnapshot; isUndone: boolean }>(
    'SELECT id, before, is_undone AS "isUndone" FROM job_edit WHERE job_id = $1 ORDER BY id',
    [job.id],
  );
  const before = rows.map((row) => ({
    ...row,
    document: documentOf(row.before, drawingsThen(job.drawings, row.before)),
  }));
  const done = before.filter(({ isUndone }) => !isUndone);
  const undone = before.filter(({ isUndone }) => isUndone);
  const differences = [
    ...done.map(({ id, document }, i) => ({ id, difference: differenceOf(document, done[i + 1]?.document ?? now) })),
    // What was undone keeps how the job is once it is done again.
    ...undone.map(({ id, document }, i) => ({
      id,
      difference: differenceOf(undone[i - 1]?.document ?? now, document),
    })),
  ];
  await db.query(
    'UPDATE job_edit e SET difference = t.difference FROM jsonb_to_recordset($1) AS t(id bigint, difference jsonb) WHERE e.id = t.id',
    [JSON.stringify(differences)],
  );
}

/** Drawings as they stood in a snapshot: it keeps their size and place, everything else stays as it was read. */
const drawingsThen = (drawings: readonly Drawing[], { artworks }: OldSnapshot): Drawing[] =>
  drawings.map((drawing) => {
    const then = artworks.find(({ id }) => id === drawing.id);
    if (!then) return drawing;
    const { scaleX, scaleY, xMm, yMm, isSizeLocked, readsReversed } = then;
    return {
      ...drawing,
      scaleX: scaleX ?? drawing.scaleX,
      scaleY: scaleY ?? drawing.scaleY,
      xMm: xMm ?? drawing.xMm,
      yMm: yMm ?? drawing.yMm,
      isSizeLocked: isSizeLocked ?? drawing.isSizeLocked,
      readsReversed: readsReversed === undefined ? drawing.readsReversed : readsReversed,
    };
  });

async function turnTemplates(db: Db): Promise<void> {
  const { rows } = await db.query<{ id: string; snapshot: OldSnapshot & { recipes: unknown; notes: unknown } }>(
    'SELECT id, snapshot FROM job_template',
  );
  for (const { id, snapshot } of rows) {
    const drawings = await drawingsOf(
      db,
      snapshot.artworks.map((artwork) => artwork.id),
    );
    const then = drawingsThen(drawings, snapshot).map((drawing) => ({
      ...drawing,
      reading: snapshot.artworks.find((artwork) => artwork.id === drawing.id)?.readingNumber ?? 1,
    }));
    const document = documentOf(snapshot, await Promise.all(then.map((drawing) => withItsOwnBox(db, drawing))));
    await db.query('UPDATE job_template SET snapshot = $2 WHERE id = $1', [
      id,
      JSON.stringify({ document, recipes: snapshot.recipes, notes: snapshot.notes }),
    ]);
  }
}

async function drawingsOf(db: Db, ids: string[]): Promise<Drawing[]> {
  const { rows } = await db.query<Drawing>(
    `SELECT id, kind AS source, file_name AS name, choices, reading_number AS reading,
       jsonb_build_object('minX', drawn_min_x, 'minY', drawn_min_y, 'maxX', drawn_max_x, 'maxY', drawn_max_y) AS drawn,
       scale_x AS "scaleX", scale_y AS "scaleY", x_mm AS "xMm", y_mm AS "yMm", is_size_locked AS "isSizeLocked", reads_reversed AS "readsReversed"
     FROM artwork WHERE id = ANY ($1::uuid[]) ORDER BY position, created_at`,
    [ids],
  );
  return rows;
}

/** A drawing with what the reading takes up that a template was kept with. */
async function withItsOwnBox(db: Db, drawing: Drawing): Promise<Drawing> {
  const { rows } = await db.query<{ parts: DrawnPart[] }>(
    `SELECT reading->'parts' AS parts FROM artwork_reading WHERE artwork_id = $1 AND number = $2`,
    [drawing.id, drawing.reading],
  );
  const drawn = rows[0] && boxOf(rows[0].parts.flatMap(({ contours }) => contours));
  return drawn ? { ...drawing, drawn } : drawing;
}

/** A job as a document. Steps on one piece share a sheet; a step without a piece has one of which nothing is known. */
function documentOf(
  { isOrderByHand, steps: oldSteps, parts: oldParts }: Omit<OldSnapshot, 'artworks'>,
  drawings: Drawing[],
): JobDocument {
  const ordered = [...oldSteps].sort((a, b) => a.position - b.position);
  const readings = new Map(drawings.map(({ id, reading }) => [id, reading]));
  const known = oldParts.filter(({ artworkId }) => readings.has(artworkId));
  const stepIds = new Set(ordered.map(({ id }) => id));
  const parts = known.flatMap((part) => partsFrom(part, readings.get(part.artworkId)!, stepIds));
  const sheets: Sheet[] = [];
  const sheetOf = new Map<string, Sheet>();
  for (const { id, stockPieceId, onCarrier } of ordered) {
    if (!known.some(({ stepId }) => stepId === id)) continue;
    let sheet = sheets.find(
      (other) => stockPieceId !== null && other.stockPieceId === stockPieceId && other.onCarrier === onCarrier,
    );
    if (!sheet) {
      sheet = {
        id: uuidv5(`sheet ${id}`, FORM),
        number: sheets.length + 1,
        stockPieceId,
        size: null,
        onCarrier,
        photo: null,
      };
      sheets.push(sheet);
    }
    sheetOf.set(id, sheet);
  }
  const turned = new Set(ordered.filter(({ mirrored }) => mirrored).map(({ id }) => id));
  const placements = known.flatMap(({ id, stepId, place }): Placement[] => {
    const sheet = stepId === null ? undefined : sheetOf.get(stepId);
    if (!sheet) return [];
    const turnedOver = turned.has(stepId!);
    return [{ id: uuidv5(`place ${id}`, FORM), partId: id, sheetId: sheet.id, ...place, angle: 0, turnedOver }];
  });
  const steps = ordered.map(
    ({
      id,
      colour,
      process,
      materialId,
      machineId,
      toolId,
      holder,
      mirrored,
      isSkipped,
      isProcessGuessed,
      nudge,
    }): Step => ({
      id,
      colour,
      process,
      materialId,
      machineId,
      toolId,
      holder,
      mirrored,
      isSkipped,
      isProcessGuessed: isProcessGuessed ?? false,
      nudge: nudge ?? null,
      fill: 'both-ways',
      rounds: 1,
      onMaterialId: null,
      cut: null,
      isFromBack: false,
      turned: null,
    }),
  );
  return { drawings, parts, steps, sheets, placements, isOrderByHand };
}

/** What had bridges stands on a part without them, which is within it. */
function partsFrom(part: OldPart, reading: number, stepIds: ReadonlySet<string>): Part[] {
  const keyOf = (index: number): string => (reading === 1 ? `${index}` : `${index}.${reading}`);
  const own: Making = part.offsetOf
    ? { op: 'outline', of: [part.offsetOf], distanceMm: part.offsetMm ?? 0 }
    : {
        op: 'drawn',
        drawingId: part.artworkId,
        contours: part.pieces.map(([index, contour]) => [keyOf(index), contour] as const),
      };
  const stepId = part.stepId !== null && stepIds.has(part.stepId) ? part.stepId : null;
  const whole: Part = { id: part.id, name: part.name, role: part.role, stepId, making: own };
  const bridges = part.offsetOf ? [] : (part.bridges ?? []);
  if (bridges.length === 0) return [whole];
  const inner: Part = { ...whole, id: uuidv5(`under ${part.id}`, FORM), role: 'within' };
  return [inner, { ...whole, making: { op: 'bridges', of: [inner.id], bridges } }];
}

/** Rows from before it was kept what a drawing takes up: it is filled in, and places are put into the drawing's plane. */
async function fillPlaces(db: Db): Promise<void> {
  const { rows } = await db.query<{ id: string; jobId: string; parts: DrawnPart[]; scale: number }>(
    `SELECT id, job_id AS "jobId", reading->'parts' AS parts, scale_x AS scale FROM artwork WHERE drawn_min_x IS NULL`,
  );
  for (const { id, jobId, parts, scale } of rows) {
    const drawn = boxOf(parts.flatMap(({ contours }) => contours)) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
    await db.query(
      'UPDATE artwork SET drawn_min_x = $2, drawn_min_y = $3, drawn_width_mm = $4, drawn_height_mm = $5 WHERE id = $1',
      [id, drawn.minX, drawn.minY, drawn.maxX - drawn.minX, drawn.maxY - drawn.minY],
    );
    const plane = { a: scale, d: scale, e: -drawn.minX * scale, f: -drawn.minY * scale };
    const { rows: steps } = await db.query<{ id: string; mirrored: boolean; indices: number[] }>(
      `SELECT s.id, s.mirrored, array_agg(p.part_index) AS indices FROM job_step s JOIN job_part p ON p.step_id = s.id WHERE s.job_id = $1 AND p.artwork_id = $2 GROUP BY s.id`,
      [jobId, id],
    );
    for (const step of steps) {
      const box = boxOf(
        step.indices.flatMap((i) => (parts[i]?.contours ?? []).map((contour) => moved(contour, plane))),
      );
      if (!box) continue;
      await db.query(
        'UPDATE placement l SET x_mm = x_mm + $2, y_mm = y_mm - $3 FROM job_part p WHERE p.id = l.part_id AND p.step_id = $1',
        [step.id, step.mirrored ? box.maxX : -box.minX, box.minY],
      );
    }
  }
}
