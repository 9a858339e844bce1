import { planStep, type StepRequest } from '@keen-anvil/core/output';
import { checkStep, type CheckedStep, type Finding, type PartMemo } from '@keen-anvil/core/preflight';
import type { Place } from '@keen-anvil/core/layout';
import type { Bounds, Polyline } from '@keen-anvil/core/geometry';

/** What is asked of the worker: one step and what it is checked against. */
export interface InspectionRequest {
  step: StepRequest;
  check: Omit<CheckedStep, 'placed'>;
}

/** A step with its contours' numbers: the worker has them already. */
export type NumberedStep = Omit<StepRequest, 'parts'> & {
  parts: (Omit<StepRequest['parts'][number], 'contours'> & { shape: number })[];
};

/** A part as it is drawn on the screen. */
export interface DrawnPart {
  id: string;
  name: string;
  /** SVG path data in mm on the sheet. */
  path: string;
  /** The same without its open lines, which cover nothing; not there where it has none. */
  covers?: string;
  bounds: Bounds;
  place: Place;
}

/** One step looked at from all sides. */
export interface Inspection {
  parts: DrawnPart[];
  findings: Finding[];
  seconds: number;
  /** True where the speed scale was never measured. */
  isRough: boolean;
  cutMm: number;
  travelMm: number;
}

/** Lays, plans and checks one step; runs in the worker, which keeps the memo, so that only parts that changed are checked again. */
export function inspectStep({ step, check }: InspectionRequest, memo: PartMemo = new Map()): Inspection {
  const { placed, estimate, isRough } = planStep(step);
  return {
    parts: placed.map(({ id, name, contours, bounds, place }) => ({
      id,
      name,
      bounds,
      place,
      path: contours.map(pathData).join(''),
      ...(contours.some(({ closed }) => !closed)
        ? {
            covers: contours
              .filter(({ closed }) => closed)
              .map(pathData)
              .join(''),
          }
        : {}),
    })),
    findings: checkStep({ ...check, placed }, memo),
    seconds: estimate.seconds,
    isRough,
    cutMm: estimate.cutMm,
    travelMm: estimate.travelMm,
  };
}

function pathData({ points, closed }: Polyline): string {
  const place = (n: number) => Math.round(n * 100) / 100;
  return `M${points.map(({ x, y }) => `${place(x)} ${place(y)}`).join('L')}${closed ? 'Z' : ''}`;
}
