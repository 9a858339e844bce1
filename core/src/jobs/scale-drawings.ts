import type { ScaleDrawings } from './action';
import { replaced, type JobDocument } from './document';
import { refuse } from './refusal';
import type { JobShop } from './shop';
import { isOfAid } from './turn-marks';
import { turnedStepsKept } from './turned-steps-kept';
import { backsLaid, isBehind } from './two-sides';

/** Larger or smaller than this in one go nobody means. */
const MOST_TIMES = 1000;

/** Makes all that a job draws so many times as large, at the same places to each other; marks and rulers stay as they are. */
export function scaleDrawings(document: JobDocument, { factor }: ScaleDrawings, shop: JobShop): JobDocument {
  if (!(factor >= 1 / MOST_TIMES && factor <= MOST_TIMES))
    refuse(`A size from a thousandth to a thousand times as large was expected; ${factor} came.`, 'factor');
  const all = document.drawings.filter((drawing) => !isOfAid(drawing));
  const drawings = all.length > 0 ? all : document.drawings;
  if (drawings.length === 0) refuse('There is no drawing in this job yet.', 'factor');
  const locked = drawings.find(({ isSizeLocked }) => isSizeLocked);
  if (locked)
    refuse(
      `The size of “${locked.name}” is locked: its gaps and printed scales must stay as they are. Unlock it first.`,
      'factor',
    );
  const left = Math.min(...drawings.map(({ xMm }) => xMm));
  const top = Math.min(...drawings.map(({ yMm }) => yMm));
  const changed = drawings.map((drawing) => ({
    ...drawing,
    scaleX: drawing.scaleX * factor,
    scaleY: drawing.scaleY * factor,
    xMm: left + (drawing.xMm - left) * factor,
    yMm: top + (drawing.yMm - top) * factor,
  }));
  const next = { ...document, drawings: replaced(document.drawings, changed) };
  const kept = turnedStepsKept(document, next, new Set(changed.map(({ id }) => id)), shop);
  const backs = kept.steps.filter(isBehind).map(({ id }) => id);
  return backs.length ? backsLaid(kept, backs, shop) : kept;
}
