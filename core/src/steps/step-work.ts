import { sheetTurns, type PartOnSheet, type Place } from '../layout';
import { turnsOf, type StepTurn } from '../recipes';
import type { PartView, SheetOfStep, StepView } from './job';

/** What a step does on one sheet: the step as it is there, with the parts that lie on that sheet, each as often as it lies there. */
export interface StepWork extends StepView {
  /** null while nothing of the step lies anywhere. */
  sheet: SheetOfStep | null;
  laid: LaidPart[];
}

export interface LaidPart extends PartOnSheet {
  stepId: string | null;
  /** null while nothing is known of it. */
  sheetId: string | null;
}

/**
 * The steps that are put on the machines next: none that is left out, nor one that a press plan has pressed already. A job of
 * which all is pressed begins anew.
 */
export function stepsToRun<S extends Pick<StepView, 'isSkipped' | 'pressedAt'>>(steps: readonly S[]): S[] {
  const all = steps.filter(({ isSkipped }) => !isSkipped);
  const left = all.filter(({ pressedAt }) => pressedAt === null);
  return left.length > 0 ? left : all;
}

/** Whether what is in a step is only printed: it is left out of the run, and lies on its sheet all the same. */
export const isOnlyPrinted = ({ isSkipped, parts }: Pick<StepView, 'isSkipped' | 'parts'>): boolean =>
  isSkipped && parts.length > 0 && parts.every(({ print }) => print !== null);

/** What a step does on one of its sheets. */
export function workOn(step: StepView, sheetId: string | null): StepWork {
  const sheet = step.sheets.find(({ id }) => id === sheetId) ?? null;
  if (!sheet) return { ...step, sheet, parts: [], laid: [] };
  const lying = step.parts.filter(({ places }) => places.some((place) => place.sheetId === sheet.id));
  return {
    ...step,
    stockPieceId: sheet.stockPieceId,
    onCarrier: sheet.onCarrier,
    sheet,
    parts: lying.length === step.parts.length ? step.parts : lying,
    laid: lying.flatMap((part) => laidOn(part, sheet)),
  };
}

/** A part wherever it lies on a sheet. */
export const laidOn = (
  { id, stepId, name, colour, contours, places, print }: PartView,
  sheet: Pick<SheetOfStep, 'id' | 'stockPieceId'>,
): LaidPart[] =>
  places
    .filter(({ sheetId }) => sheetId === sheet.id)
    .map(({ x, y, angle, turnedOver }) => ({
      id,
      stepId,
      name,
      colour,
      contours,
      sheetId: sheet.stockPieceId && sheet.id,
      place: { x, y, angle, turnedOver } satisfies Place,
      ...(print?.picture ? { picture: print.picture } : {}),
    }));

const known = new WeakMap<StepView, StepWork[]>();

/** What a step does, sheet by sheet; on none where nothing of it lies anywhere. */
export function worksOf(step: StepView): StepWork[] {
  const before = known.get(step);
  if (before) return before;
  const works = step.sheets.length > 0 ? step.sheets.map(({ id }) => workOn(step, id)) : [workOn(step, null)];
  known.set(step, works);
  return works;
}

/** What can be done in one file with a step on a sheet, itself among it: by the same machine, on that sheet, one after the other. */
export const doneTogether = (work: StepWork, steps: readonly StepView[]): StepWork[] =>
  steps
    .filter((step) => !step.isSkipped && step.machineId === work.machineId)
    .flatMap(worksOf)
    .filter((other) => other.sheet?.id === work.sheet?.id && (other.id === work.id || work.sheet?.stockPieceId));

/** What steps do, sheet by sheet, in the order in which it is done, with what happens before each. */
export function worksInOrder(steps: readonly StepView[]): { work: StepWork; turn: StepTurn }[] {
  const works = sheetTurns(
    steps.map((step) => ({ step, machineId: step.machineId, sheetIds: step.sheets.map(({ id }) => id) })),
  ).map(({ step: { step }, sheetId }) => worksOf(step).find(({ sheet }) => (sheet?.id ?? null) === sheetId)!);
  const turns = turnsOf(
    works.map((work) => ({
      ...work,
      sheetId: work.sheet?.stockPieceId ? work.sheet.id : null,
      carrierAt: work.sheet?.stockPieceId && work.onCarrier ? work.sheet.carrierAt : null,
    })),
  );
  return works.map((work, i) => ({ work, turn: turns[i] }));
}
