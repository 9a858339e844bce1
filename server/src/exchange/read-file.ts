import 'reflect-metadata';
import type { MessagePort } from 'node:worker_threads';
import {
  BOOK_FORMAT,
  BOOK_VERSION,
  BookMachine,
  BookMaterial,
  BookRecipe,
  BookTool,
  ContractError,
  parseContract,
} from '@keen-anvil/contract/checks';
import { DEEPEST, isTooDeep } from '../nesting';
import { readPhoto } from '../heavy/read-photo';
import { decodeText, readBookCsvRows, TextRefusedError, type BookCsvRow } from '@keen-anvil/core/exchange';

/** A record of a file: as it was read, or why it cannot be. */
export interface ReadRecord<T> {
  where: string;
  name: string;
  value: T | null;
  problem: string | null;
}

export type ReadBook =
  | { kind: 'refused'; refusal: string }
  | { kind: 'csv'; rows: BookCsvRow[]; rowCount: number }
  | {
      kind: 'json';
      machines: ReadRecord<BookMachine>[];
      tools: ReadRecord<BookTool>[];
      materials: ReadRecord<BookMaterial>[];
      recipes: ReadRecord<BookRecipe>[];
    };

/** Rows of a table leave the thread so many at a time: all at once would hold the server up. */
const BATCH = 500;

const refuse = (refusal: string): ReadBook => ({ kind: 'refused', refusal });

/** Reads a book's file, JSON or CSV by what stands in it; every record is checked by itself. Runs in a worker thread. */
export async function readBookFile({
  bytes,
  fileName,
  port,
}: {
  bytes: Uint8Array;
  fileName: string;
  port?: MessagePort;
}): Promise<ReadBook> {
  if (bytes.length === 0) return refuse(`“${fileName}” is empty.`);
  let text: string;
  try {
    text = decodeText(bytes).replace(/^\uFEFF/, '');
  } catch (error) {
    if (error instanceof TextRefusedError) return refuse(error.message);
    throw error;
  }
  if (/^\s*[{[]/.test(text)) return withOwnPhotos(readJson(text));
  let batch: BookCsvRow[] = [];
  let rowCount = 0;
  const hand = () => {
    port?.postMessage(batch);
    rowCount += batch.length;
    batch = [];
  };
  const refusal = readBookCsvRows(text, (row) => batch.push(row) >= BATCH && hand());
  hand();
  return refusal === null ? { kind: 'csv', rows: [], rowCount } : refuse(refusal);
}

/** Photos that come with a book are read as those that are taken here: only a photo is kept, written anew, without what came with it. */
async function withOwnPhotos(book: ReadBook): Promise<ReadBook> {
  if (book.kind !== 'json') return book;
  for (const record of book.materials) {
    const given = record.value?.photo;
    if (!record.value || !given) continue;
    const photo = await readPhoto(Buffer.from(given.base64, 'base64'));
    if (photo)
      record.value = {
        ...record.value,
        photo: { ...given, mediaType: 'image/jpeg', base64: Buffer.from(photo).toString('base64') },
      };
    else [record.value, record.problem] = [null, 'Its photo is no JPEG, PNG or WebP, or is broken off. (photo)'];
  }
  return book;
}

function readJson(text: string): ReadBook {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch (error) {
    return refuse(`This JSON breaks off or is malformed: ${placeIn(text, error)}.`);
  }
  if (typeof file !== 'object' || file === null || Array.isArray(file))
    return refuse('A book was expected, which is a JSON object; another thing came.');
  if (isTooDeep(file)) return refuse(`What came is nested more than ${DEEPEST} deep: no book is.`);
  const { format, version, ...lists } = file as Record<string, unknown>;
  if (format !== BOOK_FORMAT)
    return refuse(
      `A book's file says "format": "${BOOK_FORMAT}"; this one says ${format === undefined ? 'nothing of the kind' : JSON.stringify(format)}.`,
    );
  if (version !== BOOK_VERSION)
    return refuse(`A book of version ${BOOK_VERSION} was expected; this one is of version ${JSON.stringify(version)}.`);
  const unread = Object.keys(lists).find((name) => !['machines', 'tools', 'materials', 'recipes'].includes(name));
  if (unread) return refuse(`“${unread}” is no part of a book: there are machines, tools, materials and recipes.`);
  const missing = ['machines', 'tools', 'materials', 'recipes'].find((name) => !Array.isArray(lists[name]));
  if (missing) return refuse(`A list of ${missing} was expected; there is none.`);
  const read = <T extends object>(name: string, what: string, type: new () => T): ReadRecord<T>[] =>
    (lists[name] as unknown[]).map((record, i) => {
      const where = `${what} ${i + 1}`;
      const title = String((record as { name?: unknown } | null)?.name ?? '');
      try {
        // Back to plain data: instances would not survive the way out of the worker thread.
        return {
          where,
          name: title,
          value: JSON.parse(JSON.stringify(parseContract(type, record))) as T,
          problem: null,
        };
      } catch (error) {
        if (!(error instanceof ContractError)) throw error;
        return {
          where,
          name: title,
          value: null,
          problem: `${error.message}${error.field ? ` (${error.field})` : ''}`,
        };
      }
    });
  return {
    kind: 'json',
    machines: read('machines', 'machine', BookMachine),
    tools: read('tools', 'tool', BookTool),
    materials: read('materials', 'material', BookMaterial),
    recipes: read('recipes', 'recipe', BookRecipe),
  };
}

/** Where in the text the parser stopped, as line and column. */
function placeIn(text: string, error: unknown): string {
  const position = Number(/position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1] ?? text.length);
  const lines = text.slice(0, position).split('\n');
  return `line ${lines.length}, column ${lines[lines.length - 1].length + 1}`;
}
