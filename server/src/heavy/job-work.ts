import {
  ActionRefusedError,
  changeJob,
  differenceOf,
  ReadingShelf,
  readingsOf,
  seeDocument,
  ShapeMemo,
  shapesOf,
  type Difference,
  type JobAction,
  type JobDocument,
  type JobShop,
  type KeyedReading,
  type ReadingRef,
  type SeenDocument,
} from '@keen-anvil/core/jobs';
import type { ReadingText } from '../queries/readings';

/** What a job's rules ask of the workshop, as it can be handed to another thread. */
export type ShopFacts = Omit<JobShop, 'reading' | 'shapes'>;

/** A document to be looked at, or changed by an action. Readings that the thread may not have come along. */
export interface DocumentTask {
  document: JobDocument;
  given: ReadingText[];
  change: { action: JobAction; shop: ShopFacts } | null;
}

export type DocumentAnswer =
  | { is: 'missing'; refs: ReadingRef[] }
  | { is: 'refused'; message: string; field: string | null }
  | { is: 'changed'; document: JobDocument; difference: Difference }
  | ({ is: 'seen' } & SeenDocument);

const shelf = new ReadingShelf();
const memo = new ShapeMemo();

/** Looks at a document, or changes it, with readings and shapes that this thread knows from before. */
export function workOnDocument({ document, given, change }: DocumentTask): DocumentAnswer {
  for (const { text, ...ref } of given) shelf.keep(ref, JSON.parse(text) as KeyedReading);
  const refs = readingsOf(document, change?.action ?? null);
  const missing = refs.filter((ref) => !shelf.has(ref));
  if (missing.length > 0) return { is: 'missing', refs: missing };
  const { reading } = shelf;
  try {
    if (!change) return { is: 'seen', ...seeDocument(document, shelf, memo) };
    const shapes = (of: JobDocument) => shapesOf(of, shelf, memo);
    const next = changeJob(document, change.action, { ...change.shop, reading, shapes });
    return { is: 'changed', document: next, difference: differenceOf(document, next) };
  } catch (error) {
    if (error instanceof ActionRefusedError) return { is: 'refused', message: error.message, field: error.field };
    throw error;
  } finally {
    shelf.letGo(refs);
  }
}
