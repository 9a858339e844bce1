import type { HandKind, QuoteView } from '@keen-anvil/contract';
import type { HandTime, Rates } from '@keen-anvil/core/cost';
import type { OwnFinishing } from '@keen-anvil/core/finishing';
import type { Db } from '../db/db';
import { allWritten } from './all-written';

/** How far each line of a job is. */
export async function listTicks(
  db: Db,
  workshopId: string,
  jobId: string,
): Promise<{ lineId: string; done: number; since: number | null }[]> {
  const { rows } = await db.query<{ lineId: string; done: number; since: number | null }>(
    `SELECT line_id AS "lineId", done, (extract(epoch FROM since) * 1000)::double precision AS since
     FROM finishing_tick WHERE workshop_id = $1 AND job_id = $2`,
    [workshopId, jobId],
  );
  return rows;
}

/** Writes how far a line is; its waiting goes on where it had begun. */
export async function keepTick(
  db: Db,
  workshopId: string,
  jobId: string,
  { lineId, done, isWaiting }: { lineId: string; done: number; isWaiting: boolean },
): Promise<void> {
  await db.query(
    `INSERT INTO finishing_tick (workshop_id, job_id, line_id, done, since) VALUES ($1, $2, $3, $4, CASE WHEN $5 THEN now() END)
     ON CONFLICT (job_id, line_id) DO UPDATE SET done = excluded.done,
       since = CASE WHEN $5 THEN coalesce(finishing_tick.since, now()) END`,
    [workshopId, jobId, lineId, done, isWaiting],
  );
}

/** The workshop's own lines, in the order in which they were written. */
export async function listOwnFinishing(db: Db, workshopId: string): Promise<OwnFinishing[]> {
  const { rows } = await db.query<OwnFinishing>(
    'SELECT id, text, process, minutes FROM finishing_line WHERE workshop_id = $1 AND archived_at IS NULL ORDER BY created_at, id',
    [workshopId],
  );
  return rows;
}

/** Adds a line. @throws Problem where another one has this id */
export async function insertOwnFinishing(db: Db, workshopId: string, line: OwnFinishing): Promise<void> {
  const written = await db.query(
    `INSERT INTO finishing_line (workshop_id, id, text, process, minutes) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (id) DO UPDATE SET text = excluded.text
     WHERE finishing_line.workshop_id = $1 AND finishing_line.text = excluded.text
       AND finishing_line.process IS NOT DISTINCT FROM excluded.process AND finishing_line.minutes IS NOT DISTINCT FROM excluded.minutes`,
    [workshopId, line.id, line.text, line.process, line.minutes],
  );
  allWritten(written, 1, 'A line');
}

/** Puts a line away, or takes it out again. Returns false where there is none. */
export async function archiveOwnFinishing(
  db: Db,
  workshopId: string,
  id: string,
  isArchived: boolean,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE finishing_line SET archived_at = CASE WHEN $3 THEN coalesce(archived_at, now()) END WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, isArchived],
  );
  return rowCount === 1;
}

/** What things cost, and in which currency; no rates while nobody has said any. */
export async function findRates(
  db: Db,
  workshopId: string,
): Promise<{ currency: string; workshopName: string; rates: Partial<Rates> | null; version: number }> {
  const { rows } = await db.query<{
    currency: string;
    workshopName: string;
    rates: Partial<Rates> | null;
    version: number;
  }>(
    `SELECT w.currency, w.name AS "workshopName", r.rates, coalesce(r.version, 1) AS version
     FROM workshop w LEFT JOIN rates r ON r.workshop_id = w.id WHERE w.id = $1`,
    [workshopId],
  );
  return rows[0];
}

/** Writes rates on the version that was seen. Returns false where they were changed since. */
export async function keepRates(db: Db, workshopId: string, version: number, rates: Rates): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO rates (workshop_id, rates, version) SELECT $1, $2, 2 WHERE $3 = 1
     ON CONFLICT (workshop_id) DO NOTHING`,
    [workshopId, rates, version],
  );
  if (rowCount === 1) return true;
  const changed = await db.query(
    'UPDATE rates SET rates = $2, version = version + 1 WHERE workshop_id = $1 AND version = $3',
    [workshopId, rates, version],
  );
  return changed.rowCount === 1;
}

/** How long hands took so far, the oldest first. */
export async function listHandTimes(db: Db, workshopId: string): Promise<(HandTime & { kind: HandKind })[]> {
  const { rows } = await db.query<HandTime & { kind: HandKind }>(
    `SELECT kind, seconds, contour_mm AS "contourMm", small_pieces AS "smallPieces", pieces FROM hand_time WHERE workshop_id = $1 ORDER BY at, id`,
    [workshopId],
  );
  return rows;
}

/** Writes how long hands took; said twice, it is there once. */
export async function insertHandTime(
  db: Db,
  workshopId: string,
  time: HandTime & { id: string; jobId: string | null; kind: HandKind; at?: Date },
): Promise<void> {
  await db.query(
    `INSERT INTO hand_time (workshop_id, id, job_id, kind, seconds, contour_mm, small_pieces, pieces, at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, coalesce($9, now()))
     ON CONFLICT DO NOTHING`,
    [
      workshopId,
      time.id,
      time.jobId,
      time.kind,
      time.seconds,
      time.contourMm,
      time.smallPieces,
      time.pieces,
      time.at ?? null,
    ],
  );
}

/** How a job looks on its blank, as it was kept last; undefined where there is no such job. */
export async function findMockup(
  db: Db,
  workshopId: string,
  jobId: string,
): Promise<{ photoId: string | null } | undefined> {
  const { rows } = await db.query<{ photoId: string | null }>(
    'SELECT mockup_photo_id AS "photoId" FROM job WHERE workshop_id = $1 AND id = $2',
    [workshopId, jobId],
  );
  return rows[0];
}

export async function keepMockupPhoto(
  db: Db,
  workshopId: string,
  jobId: string,
  photoId: string | null,
): Promise<void> {
  await db.query('UPDATE job SET mockup_photo_id = $3 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    jobId,
    photoId,
  ]);
}

/** A quote with what was told on it. */
export type QuoteRow = QuoteView & { told: QuoteTold };

/** What stands on a quote, as it was when it was offered. */
export interface QuoteTold {
  jobName: string;
  colours: string[];
}

const QUOTE = `id, job_id AS "jobId", number, customer, pieces, total_cents::double precision AS "totalCents", currency, tax_text AS "taxText",
  to_char(valid_until, 'YYYY-MM-DD') AS "validUntil", valid_until < current_date AS "isOver", state, iso(created_at) AS "createdAt", photo_id AS "photoId", told`;

export async function listQuotes(db: Db, workshopId: string, jobId: string): Promise<QuoteRow[]> {
  const { rows } = await db.query<QuoteRow>(
    `SELECT ${QUOTE} FROM quote WHERE workshop_id = $1 AND job_id = $2 ORDER BY number DESC`,
    [workshopId, jobId],
  );
  return rows;
}

export async function findQuote(db: Db, workshopId: string, id: string): Promise<QuoteRow | undefined> {
  const { rows } = await db.query<QuoteRow>(
    `SELECT ${QUOTE} FROM quote WHERE workshop_id = $1 AND id = $2 FOR UPDATE`,
    [workshopId, id],
  );
  return rows[0];
}

/** Adds a quote under the next number of its workshop; one of this id stays as it is. */
export async function insertQuote(
  db: Db,
  workshopId: string,
  quote: Pick<
    QuoteRow,
    'id' | 'jobId' | 'customer' | 'pieces' | 'totalCents' | 'currency' | 'taxText' | 'validUntil' | 'photoId' | 'told'
  >,
): Promise<void> {
  await db.query('SELECT 1 FROM workshop WHERE id = $1 FOR UPDATE', [workshopId]);
  await db.query(
    `INSERT INTO quote (workshop_id, id, job_id, number, customer, pieces, total_cents, currency, tax_text, valid_until, told, photo_id)
     SELECT $1, $2, $3, 1 + coalesce(max(number), 0), $4, $5, $6, $7, $8, $9, $10, $11 FROM quote WHERE workshop_id = $1
     ON CONFLICT (id) DO NOTHING`,
    [
      workshopId,
      quote.id,
      quote.jobId,
      quote.customer,
      quote.pieces,
      quote.totalCents,
      quote.currency,
      quote.taxText,
      quote.validUntil,
      quote.told,
      quote.photoId,
    ],
  );
}

export async function turnQuote(db: Db, workshopId: string, id: string, state: QuoteRow['state']): Promise<void> {
  await db.query('UPDATE quote SET state = $3 WHERE workshop_id = $1 AND id = $2', [workshopId, id, state]);
}
