import type { Affine, CurveContour } from '../geometry';
import { allMeasures, type Measures } from '../measured';
import { BOOLEANS } from './booleans';
import { BROKEN } from './broken';
import { CONE } from './cone';
import { JOIN_ITSELF } from './crossing';
import { EYE } from './eye';
import { HALF } from './half';
import { HATCH } from './hatch';
import { REPEATS } from './repeats';
import { RIM } from './rim';
import { RIPPLES } from './ripples';
import type { Lines, Operation } from './operation';

/** All that can be made of other parts by measures, in the order in which it is offered. */
export const OPERATIONS: readonly Operation[] = [
  ...BOOLEANS,
  JOIN_ITSELF,
  RIM,
  ...REPEATS,
  HALF,
  BROKEN,
  EYE,
  RIPPLES,
  HATCH,
  CONE,
];

const byName = new Map(OPERATIONS.map((operation) => [operation.name, operation]));

/** The operation of a name; undefined where there is none. */
export const operationOf = (name: string): Operation | undefined => byName.get(name);

/**
 * What comes of parts by an operation.
 * @throws MeasureRefusedError for measures out of their range
 * @throws OperationRefusedError where it cannot be made of these parts
 */
export const operate = (operation: Operation, sources: readonly Lines[], measures: Measures): CurveContour[] =>
  operation.apply(sources, allMeasures(operation, measures));

/** How what is printed in a part comes along where it is worked on; null where it does not. */
export const printCarried = (operation: Operation, source: Lines, measures: Measures): Affine | null =>
  operation.carriesPrint?.(source, allMeasures(operation, measures)) ?? null;
