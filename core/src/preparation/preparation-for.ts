import { PREPARATION, type Prepared, type TickedWith } from './table';

export type { Prepared } from './table';

/** A line of a maker's own: always, or for one process or machine. */
export interface OwnLine {
  id: string;
  text: string;
  process: string | null;
  machineId: string | null;
}

/** Something to be ticked off before a start. */
export interface PreparationLine {
  id: string;
  text: string;
  isSafety: boolean;
  isOwn: boolean;
  /** So long it takes by itself; null where it is done when it is done. */
  minutes: number | null;
}

/** What is new at a machine since what was done there before, in the same go. */
export interface NewAtMachine {
  /** Another sheet lies there, or the same from its other side. */
  sheet: boolean;
  material: boolean;
  tool: boolean;
  machine: boolean;
}

/**
 * What has to be ticked off before a step starts: only what it needs, and what is new. What was ticked for this material and tool
 * already is not asked again.
 * @param own lines of the workshop
 */
export function preparationFor(
  step: Prepared,
  isNew: NewAtMachine,
  own: readonly OwnLine[],
  machineId: string,
): PreparationLine[] {
  const isAsked: Record<TickedWith, boolean> = {
    ...isNew,
    start: true,
    kept: !isNew.sheet && (isNew.material || isNew.tool),
  };
  const lines = PREPARATION.filter((row) => isAsked[row.with] && row.isNeeded(step)).map((row) => ({
    id: row.id,
    text: row.says(step),
    isSafety: row.isSafety ?? false,
    isOwn: false,
    minutes: row.minutes?.(step) ?? null,
  }));
  const mine = own
    .filter(
      (line) =>
        (line.process ?? step.process.name) === step.process.name && (line.machineId ?? machineId) === machineId,
    )
    .map(({ id, text }) => ({ id, text, isSafety: false, isOwn: true, minutes: null }));
  // What keeps people safe is ticked last, right before the start.
  return [...lines.filter(({ isSafety }) => !isSafety), ...mine, ...lines.filter(({ isSafety }) => isSafety)];
}

/** Safety lines that are not ticked. */
export const unticked = (lines: readonly PreparationLine[], ticked: readonly string[]): PreparationLine[] =>
  lines.filter(({ id, isSafety }) => isSafety && !ticked.includes(id));
