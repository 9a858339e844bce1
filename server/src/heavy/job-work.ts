import {
  ActionRefusedError,
  differenceOf,
  DocumentBench,
  type Difference,
  type JobAction,
  type JobDocument,
  type KeyedReading,
  type ReadingRef,
  type SeenDocument,
  type ShopFacts,
} from '@keen-anvil/core/jobs';
import type { ReadingText } from '../queries/readings';

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

const bench = new DocumentBench();

/** Looks at a document, or changes it, with readings and shapes that this thread knows from before. */
export function workOnDocument({ document, given, change }: DocumentTask): DocumentAnswer {
  for (const { text, ...ref } of given) bench.shelf.keep(ref, JSON.parse(text) as KeyedReading);
  const refs = bench.missing(document, change?.action);
  if (refs.length > 0) return { is: 'missing', refs };
  if (!change) return { is: 'seen', ...bench.see(document) };
  try {
    const next = bench.change(document, change.action, change.shop);
    return { is: 'changed', document: next, difference: differenceOf(document, next) };
  } catch (error) {
    if (error instanceof ActionRefusedError) return { is: 'refused', message: error.message, field: error.field };
    throw error;
  }
}
