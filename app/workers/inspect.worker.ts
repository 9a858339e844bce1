import type { CurveContour } from '@keen-anvil/core/geometry';
import type { PartMemo } from '@keen-anvil/core/preflight';
import { expose } from 'comlink';
import { compareWay, type StepRequest, type WayCompared } from '@keen-anvil/core/output';
import { inspectStep, type Inspection, type InspectionRequest, type NumberedStep } from './inspection';

const memo: PartMemo = new Map();
const shapes = new Map<number, CurveContour[]>();

const withShapes = (step: NumberedStep): StepRequest => ({
  ...step,
  parts: step.parts.map(({ shape, ...part }) => ({ ...part, contours: shapes.get(shape)! })),
});

const worker = {
  /** Contours by number come as JSON: written and read as text, many small lists take a third of the time that cloning them does. */
  learnShapes(json: string): void {
    for (const [number, contours] of JSON.parse(json) as [number, CurveContour[]][]) shapes.set(number, contours);
  },
  forgetShapes: (): void => shapes.clear(),
  inspectStep: (step: NumberedStep, check: InspectionRequest['check']): Inspection =>
    inspectStep({ step: withShapes(step), check }, memo),
  /** What a step takes in one way of engraving. */
  compareWay: (step: NumberedStep, intervalMm: number | null): WayCompared => compareWay(withShapes(step), intervalMm),
};
export type InspectWorker = typeof worker;

expose(worker);
