import type { Db } from '../db/pool';
import type { Shop } from '../services/shop';
import { exportBook } from './export-book';
import { planCsv } from './plan-csv';
import { planJson } from './plan-json';
import type { ImportPlan } from './planned';
import type { ReadBook } from './read-file';

/** Works out what a file would do to the book as it stands; writes nothing. */
export async function planImport(
  db: Db,
  workshopId: string,
  shop: Shop,
  book: Exclude<ReadBook, { kind: 'refused' }>,
): Promise<ImportPlan> {
  const known = await exportBook(db, workshopId);
  return book.kind === 'csv' ? planCsv(workshopId, shop, known.recipes, book.rows) : planJson(shop, known, book);
}
