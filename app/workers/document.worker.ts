import { paths } from '@keen-anvil/contract';
import {
  ReadingShelf,
  readingsOf,
  seeDocument,
  ShapeMemo,
  type DrawingFacts,
  type JobDocument,
  type KeyedReading,
  type ReadingRef,
  type Shape,
} from '@keen-anvil/core/jobs';
import { expose } from 'comlink';

/** A document as it is seen, with numbers for its shapes: the same shape has the same number for as long as the worker lives. */
export interface NumberedDocument {
  parts: { id: string; shape: number; segments: number }[];
  drawings: [string, DrawingFacts][];
}

/** The shapes of so many documents can be asked for after they were seen. */
const KEPT = 4;

const shelf = new ReadingShelf();
const memo = new ShapeMemo();
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
  const response = await fetch(paths.reading(ref.drawingId, ref.number));
  if (!response.ok) throw new Error(`the reading ${ref.drawingId} ${ref.number} answered ${response.status}`);
  shelf.keep(ref, (await response.json()) as KeyedReading);
}

const worker = {
  /** Looks at a document: readings that are not at hand are fetched, and what did not change is not evaluated again. */
  async see(document: JobDocument): Promise<NumberedDocument> {
    const refs = readingsOf(document);
    await Promise.all(refs.filter((ref) => !shelf.has(ref)).map(fetchReading));
    const { shapes, drawings } = seeDocument(document, shelf, memo);
    shelf.letGo(refs);
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
  },
  /** Shapes by their numbers, as JSON: written and read as text, many small lists take a third of the time that cloning them does. */
  shapes(wanted: number[]): string {
    return JSON.stringify(
      wanted.map((number) => [number, seen.find((shapes) => shapes.has(number))?.get(number) ?? null]),
    );
  },
};
export type DocumentWorker = typeof worker;

expose(worker);
