import { FINISHING, type DoneBy, type FinishedStep } from './table';

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
  for (const row of FINISHING)
    for (const step of steps.filter(row.isFor)) {
      const text = row.says(step);
      if (lines.some((line) => line.text === text)) continue;
      lines.push({
        id: `${row.id} ${step.id}`,
        text,
        by: row.by,
        waitMinutes: row.waitMinutes?.(step) ?? null,
        isOwn: false,
      });
    }
  for (const { id, text, process, minutes } of own)
    if (process === null || steps.some((step) => step.process === process))
      lines.push({ id, text, by: 'batch', waitMinutes: minutes, isOwn: true });
  return lines;
}
