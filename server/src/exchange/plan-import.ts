import type { Here } from '../here';
import type { Db } from '../db/db';
import type { Shop } from '../services/shop';
import { exportBook } from './export-book';
import { planCsv } from './plan-csv';
import { planJson } from './plan-json';
import type { ImportPlan } from './planned';
import type { ReadBook } from './read-file';

/** Works out what a file would do to the book as it stands; writes nothing. */
export async function planImport(
  here: Here,
  db: Db,
  shop: Shop,
  book: Exclude<ReadBook, { kind: 'refused' }>,
): Promise<ImportPlan> {
  const known = await exportBook(here, db);
  return book.kind === 'csv' ? planCsv(here, shop, known.recipes, book.rows) : planJson(shop, known, book);
}
