import type { Affine, Bounds, CurveContour } from '../geometry';
import type { Measure, Measures } from '../measured';

/** What a part is as its lines: those of an outline with its holes, or open ones. */
export type Lines = readonly CurveContour[];

/** Something that is made of other parts, with its measures. */
export interface Operation {
  name: string;
  /** What a maker calls it, as an order. */
  label: string;
  /** Whether it is made of one part, of several together, or of as many as there are. */
  needs: 'one' | 'several' | 'any';
  /** Of several parts it is usually made as of one, as they lie to each other; else of each by itself. */
  takesGroups?: true;
  /**
   * Of parts in several steps that are made as one: the measures with which each is made in its own step, so that they lie to each
   * other as one would.
   * @param all the box of all of them, @param own that of the one
   */
  asOneOf?: (all: Bounds, own: Bounds, measures: Measures) => Measures;
  /** It comes beside the parts that it is made of, which stay; else it takes their place. */
  isBeside?: true;
  measures: readonly Measure[];
  /** How what is printed in the first part comes along, in the plane; without it nothing is printed any more. */
  carriesPrint?: (source: Lines, measures: Measures) => Affine;
  /** What a maker should know of it, as a sentence; null where there is nothing to be said. */
  tell?: (sources: readonly Lines[], measures: Measures) => string | null;
  /**
   * What comes of the parts; nothing where nothing is left.
   * @throws OperationRefusedError where it cannot be made of these parts, with a sentence
   */
  apply: (sources: readonly Lines[], measures: Measures) => CurveContour[];
}

/** These parts cannot be made into that. */
export class OperationRefusedError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'OperationRefusedError';
  }
}
