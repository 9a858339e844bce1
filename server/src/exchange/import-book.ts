import type { Here } from '../here';
import type { BookRecipe, ImportPreview, ImportRow, RowFate } from '@keen-anvil/contract';
import { sameSettings } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { refused } from '../problem';
import { setArchived } from '../queries/archive';
import {
  insertBookRecipes,
  lockImports,
  setNail,
  writeEvidence,
  writePieces,
  writeToolLives,
  writeVariants,
} from '../queries/exchange';
import { insertMachine, updateMachine } from '../queries/machines';
import { insertMaterial, setMaterialPhoto, updateMaterial } from '../queries/materials';
import { findPhoto, insertPhoto } from '../queries/photos';
import { insertRevision, updateRecipe } from '../queries/recipes';
import { insertTool, updateTool } from '../queries/tools';
import { refreshCards, refreshCardsOf } from '../services/cards';
import { withReadings } from '../services/materials';
import { loadWholeShop } from '../services/shop';
import { planImport } from './plan-import';
import { newest, NOW, type ImportPlan, type Planned } from './planned';
import type { ReadBook } from './read-file';

/** So many rows are shown of a file; those that ask for a look come first. */
const MOST_SHOWN = 1000;

export interface IncomingBook {
  fileName: string;
  bytes: Buffer;
}

/** Says what a file would do; writes nothing. */
export async function previewImport(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  file: IncomingBook,
): Promise<ImportPreview> {
  const book = await readFile(here, heavy, file);
  return previewOf(file.fileName, await planImport(here, pool, await loadWholeShop(here, pool), book));
}

/**
 * Brings a file in, all of it or nothing. Rows that are refused stop it, unless the maker leaves them out.
 * @throws Problem where rows are refused and are not left out
 */
export async function importBook(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  file: IncomingBook,
  leaveOutRefused: boolean,
): Promise<ImportPreview> {
  const book = await readFile(here, heavy, file);
  return inTransaction(here, pool, async (db) => {
    await lockImports(db, here.workshopId);
    const plan = await planImport(here, db, await loadWholeShop(here, db), book);
    const preview = previewOf(file.fileName, plan);
    if (preview.counts.refused && !leaveOutRefused)
      throw refused(
        `${preview.counts.refused === 1 ? 'One row is' : `${preview.counts.refused} rows are`} refused, so nothing was written. Mend the file, or leave them out.`,
        'file',
      );
    if (preview.counts.new + preview.counts.changed === 0)
      throw refused('There is nothing to write: everything in the file stands in the book already.', 'file');
    await apply(here, db, plan);
    return preview;
  });
}

async function readFile(
  here: Here,
  heavy: HeavyPool,
  file: IncomingBook,
): Promise<Exclude<ReadBook, { kind: 'refused' }>> {
  const book = await heavy.readBook(here, { bytes: file.bytes, fileName: file.fileName });
  if (book.kind === 'refused') throw refused(book.refusal, 'file');
  return book;
}

const FATES: readonly RowFate[] = ['refused', 'changed', 'new', 'same'];

function previewOf(fileName: string, plan: ImportPlan): ImportPreview {
  const rows: ImportRow[] = Object.values(plan).flatMap((planned: Planned<unknown>[]) =>
    planned.map(({ where, kind, name, fate, says }) => ({ where, kind, name, fate, says })),
  );
  const counts = Object.fromEntries(
    FATES.map((fate) => [fate, rows.filter((row) => row.fate === fate).length]),
  ) as Record<RowFate, number>;
  return {
    fileName,
    counts,
    rows: FATES.flatMap((fate) => rows.filter((row) => row.fate === fate)).slice(0, MOST_SHOWN),
  };
}

const toWrite = <T>(rows: Planned<T>[]): (Planned<T> & { value: T })[] =>
  rows.filter(
    (row): row is Planned<T> & { value: T } => row.value !== null && (row.fate === 'new' || row.fate === 'changed'),
  );

async function apply(here: Here, db: Db, plan: ImportPlan): Promise<void> {
  for (const {
    value: { id, isArchived, ...machine },
    before,
  } of toWrite(plan.machines)) {
    if (before) await updateMachine(db, here.workshopId, id, machine);
    else await insertMachine(db, here.workshopId, id, machine);
    if (isArchived !== (before?.isArchived ?? false)) await setArchived(db, 'machine', here.workshopId, id, isArchived);
    if (before) await refreshCardsOf(here, db, { machineId: id });
  }
  for (const { value: tool, before } of toWrite(plan.tools)) {
    if (before) await updateTool(db, here.workshopId, tool.id, tool);
    else await insertTool(db, here.workshopId, tool.id, tool);
    await writeToolLives(db, here.workshopId, tool);
    if (before) await refreshCardsOf(here, db, { toolId: tool.id });
  }
  for (const { value: material, before } of toWrite(plan.materials)) {
    const { material: fields, spreadMm } = withReadings(material);
    if (before) await updateMaterial(db, here.workshopId, material.id, fields, spreadMm);
    else await insertMaterial(db, here.workshopId, material.id, fields, spreadMm);
    if (material.pieces.length) await writePieces(db, here.workshopId, material);
    if (material.isArchived !== (before?.isArchived ?? false))
      await setArchived(db, 'material', here.workshopId, material.id, material.isArchived);
    const { photo } = material;
    if (photo && photo.id !== before?.photo?.id) {
      if (!(await findPhoto(db, here.workshopId, photo.id)))
        await insertPhoto(db, here.workshopId, photo.id, {
          mediaType: photo.mediaType,
          bytes: Buffer.from(photo.base64, 'base64'),
        });
      await setMaterialPhoto(db, here.workshopId, material.id, photo.id);
    }
    if (before) await refreshCardsOf(here, db, { materialId: material.id });
  }
  const recipes = toWrite(plan.recipes);
  await insertBookRecipes(
    db,
    here.workshopId,
    recipes.filter((row) => !row.before).map((row) => dated(row.value)),
  );
  for (const { value, before } of recipes) if (before) await changeRecipe(here, db, before, dated(value));
  await refreshCards(
    here,
    db,
    recipes.map((row) => row.value.id),
  );
}

/** A changed recipe gets the file's numbers as a revision of their own; evidence and nudges only ever come to it. */
async function changeRecipe(here: Here, db: Db, before: BookRecipe, after: BookRecipe): Promise<void> {
  if (!sameSettings(newest(before).settings, newest(after).settings))
    await insertRevision(db, here.workshopId, after.id, newest(after));
  const known = new Set(before.evidence.map((event) => event.id));
  await writeEvidence(
    db,
    here.workshopId,
    after.evidence.filter((event) => !known.has(event.id)).map((event) => ({ recipeId: after.id, ...event })),
  );
  await writeVariants(
    db,
    here.workshopId,
    after.variants.map((variant) => ({ recipeId: after.id, ...variant })),
  );
  await updateRecipe(db, here.workshopId, after.id, { note: after.note, isArchived: after.isArchived });
  if (after.nail !== before.nail) await setNail(db, here.workshopId, after.id, after.nail);
}

function dated(recipe: BookRecipe): BookRecipe {
  const now = new Date().toISOString();
  const at = (moment: string) => (moment === NOW ? now : moment);
  return {
    ...recipe,
    createdAt: at(recipe.createdAt),
    revisions: recipe.revisions.map((revision) => ({ ...revision, createdAt: at(revision.createdAt) })),
  };
}
