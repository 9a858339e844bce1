import type { CurveContour, Point } from '../geometry';

/** A measure of a shape: what it may be, and what it is while nobody has said otherwise. */
export interface Measure {
  name: string;
  label: string;
  unit: 'mm' | '°' | '%' | '';
  usual: number;
  min: number;
  max: number;
  /** What one press of a key adds. */
  step: number;
  /** What its numbers from 0 on mean, where it is a choice and no number. */
  choices?: readonly string[];
  /** Of what is counted: a part of one makes no sense. */
  isWhole?: boolean;
}

export type Measures = Readonly<Record<string, number>>;

/** A line that shows a measure on the drawing, from one point to the other, in mm. */
export interface Dimension {
  /** The name of the measure. */
  of: string;
  from: Point;
  to: Point;
}

/** A piece of a shape: its outline with its holes, or lines. mm, y down. */
export interface MeasuredPart {
  name: string;
  contours: CurveContour[];
  /** It is drawn on what is cut out; not there where nothing but cutting is meant. */
  isMarking?: boolean;
}

export interface MeasuredDrawing {
  parts: MeasuredPart[];
  dimensions: Dimension[];
}

/** A shape that is drawn from its measures. */
export interface MeasuredShape {
  name: string;
  label: string;
  measures: readonly Measure[];
  /** Measures that it once had: shapes that were drawn with them are still read, without them. */
  retired?: readonly string[];
  /** @throws MeasureRefusedError for measures that cannot be together; each by itself was looked at before */
  draw: (measures: Measures) => MeasuredDrawing;
}

/** Measures that cannot be: the message is a sentence that says which, and what it may be. */
export class MeasureRefusedError extends Error {
  constructor(
    readonly measure: string,
    message: string,
  ) {
    super(message);
    this.name = 'MeasureRefusedError';
  }
}

/** A length, as most measures are. */
export const length = (
  name: string,
  label: string,
  usual: number,
  { min = 1, max = 2000, step = 1 }: Partial<Pick<Measure, 'min' | 'max' | 'step'>> = {},
): Measure => ({ name, label, unit: 'mm', usual, min, max, step });

/** One of several ways, by its place among them. */
export const choice = (name: string, label: string, choices: readonly string[], usual = 0): Measure => ({
  name,
  label,
  unit: '',
  usual,
  min: 0,
  max: choices.length - 1,
  step: 1,
  isWhole: true,
  choices,
});

/** What is counted. */
export const count = (name: string, label: string, usual: number, min: number, max: number): Measure => ({
  name,
  label,
  unit: '',
  usual,
  min,
  max,
  step: 1,
  isWhole: true,
});
