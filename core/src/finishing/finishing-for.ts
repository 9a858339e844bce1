import { FINISHING, type DoneBy, type FinishedStep, type FinishingRow } from './table';

/** Something to do after the machines. */
export interface FinishingLine {
  id: string;
  text: string;
  by: DoneBy;
  /** null where nothing has to be waited for. */
  waitMinutes: number | null;
  isOwn: boolean;
}

/** A line of the workshop's own; for one process, or for all that is made. */
export interface OwnFinishing {
  id: string;
  text: string;
  process: FinishedStep['process'] | null;
  minutes: number | null;
}

/**
 * What is done with a job's pieces after the machines, in the order in which it is done: what several steps ask for in the same
 * words is there once, and the workshop's own lines come last.
 */
export function finishingFor(steps: readonly FinishedStep[], own: readonly OwnFinishing[] = []): FinishingLine[] {
  const lines: FinishingLine[] = [];
  const add = (row: FinishingRow, step: FinishedStep): void => {
    if (!row.isFor(step, steps)) return;
    const text = row.says(step, steps);
    if (lines.some((line) => line.text === text)) return;
    lines.push({
      id: `${row.id} ${step.id}`,
      text,
      by: row.by,
      waitMinutes: row.waitMinutes?.(step) ?? null,
      isOwn: false,
    });
  };
  for (const rows of goneThrough(FINISHING)) for (const step of steps) for (const row of rows) add(row, step);
  for (const { id, text, process, minutes } of own)
    if (process === null || steps.some((step) => step.process === process))
      lines.push({ id, text, by: 'batch', waitMinutes: minutes, isOwn: true });
  return lines;
}

/** Rows as they are gone through: each for all layers, or several of them for one layer after the other. */
function goneThrough(rows: readonly FinishingRow[]): FinishingRow[][] {
  const groups: FinishingRow[][] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    if (row.isByLayer && last?.at(-1)?.isByLayer) last.push(row);
    else groups.push([row]);
  }
  return groups;
}
