import { addresses } from '@keen-anvil/contract';
import {
  ActionRefusedError,
  DocumentBench,
  type DrawingFacts,
  type JobAction,
  type JobDocument,
  type KeyedReading,
  type ReadingRef,
  type Shape,
  type ShopFacts,
} from '@keen-anvil/core/jobs';
import { tryOut } from '@keen-anvil/core/makings';
import { expose } from 'comlink';

/** A document as it is seen, with numbers for its shapes: the same shape has the same number for as long as the worker lives. */
export interface NumberedDocument {
  parts: { id: string; shape: number; segments: number }[];
  drawings: [string, DrawingFacts][];
}

/** So many lines and curves are told with an answer, without being asked for. */
const TOLD_AT_ONCE = 4000;

/** The shapes of so many documents can be asked for after they were seen. */
const KEPT = 4;

const bench = new DocumentBench();
const numbers = new WeakMap<Shape, number>();
let count = 0;
let seen: Map<number, Shape>[] = [];

const numberOf = (shape: Shape): number => {
  const before = numbers.get(shape);
  if (before !== undefined) return before;
  numbers.set(shape, ++count);
  return count;
};

/** A reading never changes: the browser keeps it for ever. */
async function fetchReading(ref: ReadingRef): Promise<void> {
  const response = await fetch(addresses.reading({ id: ref.drawingId, number: ref.number }));
  if (!response.ok) throw new Error(`the reading ${ref.drawingId} ${ref.number} answered ${response.status}`);
  bench.shelf.keep(ref, (await response.json()) as KeyedReading);
}

const fetchMissing = (document: JobDocument, action?: JobAction) =>
  Promise.all(bench.missing(document, action).map(fetchReading));

function numbered(document: JobDocument): NumberedDocument {
  const { shapes, drawings } = bench.see(document);
  const own = new Map([...shapes.values()].map((shape) => [numberOf(shape), shape]));
  seen = [...seen.slice(1 - KEPT), own];
  return {
    parts: [...shapes].map(([id, shape]) => ({
      id,
      shape: numberOf(shape),
      segments: shape.contours.reduce((sum, { segments }) => sum + segments.length, 1),
    })),
    drawings: [...drawings],
  };
}

/** The shapes that nobody can have yet, the first so many of them: they need not be asked for. */
function freshOf({ parts }: NumberedDocument, known: number): number[] {
  let segments = 0;
  const fresh = parts.filter((part) => part.shape > known && (segments += part.segments) <= TOLD_AT_ONCE);
  return [...new Set(fresh.map(({ shape }) => shape))];
}

const worker = {
  /** Looks at a document: readings that are not at hand are fetched, and what did not change is not evaluated again. */
  async see(document: JobDocument): Promise<NumberedDocument> {
    await fetchMissing(document);
    return numbered(document);
  },
  /** A document after an action, and how it is seen then; null where it cannot be done. */
  async change(
    document: JobDocument,
    action: JobAction,
    shop: ShopFacts,
  ): Promise<(NumberedDocument & { document: JobDocument; fresh: string }) | null> {
    await fetchMissing(document, action);
    try {
      const next = bench.change(document, action, shop);
      const known = count;
      const now = numbered(next);
      return { ...now, document: next, fresh: worker.shapes(freshOf(now, known)) };
    } catch (error) {
      if (error instanceof ActionRefusedError) return null;
      throw error;
    }
  },
  /** What would come of parts by an operation, without making it. */
  tryOut,
  /** Shapes by their numbers, as JSON: written and read as text, many small lists take a third of the time that cloning them does. */
  shapes(wanted: number[]): string {
    return JSON.stringify(
      wanted.map((number) => [number, seen.find((shapes) => shapes.has(number))?.get(number) ?? null]),
    );
  },
};
export type DocumentWorker = typeof worker;

expose(worker);
