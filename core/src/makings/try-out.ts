import type { CurveContour } from '../geometry';
import { allMeasures, MeasureRefusedError, type Measures } from '../measured';
import { operate, operationOf } from './operations';
import { OperationRefusedError, type Lines } from './operation';

/** What would come of parts, and what stands against it: which measure is meant, or none by itself. */
export interface TriedOut {
  /** Of all of them together, or of each by itself. */
  made: CurveContour[][];
  refusal: { measure: string; message: string } | null;
  /** What a maker should know of it. */
  told: string | null;
}

const refused = (measure: string, message: string): TriedOut => ({
  made: [],
  refusal: { measure, message },
  told: null,
});

/** What would come of parts by an operation, without making it. */
export function tryOut(by: string, sources: readonly Lines[], measures: Measures): TriedOut {
  const operation = operationOf(by);
  if (!operation) return refused('', `Nobody knows here how to make “${by}”.`);
  try {
    const made =
      operation.needs === 'one'
        ? sources.map((own) => operate(operation, [own], measures))
        : [operate(operation, sources, measures)];
    if (made.some((own) => own.length === 0))
      return { made, refusal: { measure: '', message: 'Nothing would be left of it.' }, told: null };
    return { made, refusal: null, told: operation.tell?.(sources, allMeasures(operation, measures)) ?? null };
  } catch (error) {
    if (error instanceof MeasureRefusedError) return refused(error.measure, error.message);
    if (error instanceof OperationRefusedError) return refused('', `It cannot be made: ${error.message}.`);
    throw error;
  }
}
