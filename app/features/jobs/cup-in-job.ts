import type { JobDetail } from '@keen-anvil/contract';
import { boundsMiddle, joinBounds, type Bounds, type Point } from '@keen-anvil/core/geometry';
import type { BentTo } from '@keen-anvil/core/jobs';
import { coneOf, CUP_MEASURES, drawMeasured, type MeasuredChoices, type Measures } from '@keen-anvil/core/measured';

const CUP_WRAP = 'cup-wrap';

export const isCup = ({ source, choices }: JobDetail['artworks'][number]): boolean =>
  source === 'measured' && (choices as MeasuredChoices).shape === CUP_WRAP;

/** What of a wrap's measures are the cup's own. */
const cupOf = (measures: Measures): Measures =>
  Object.fromEntries(CUP_MEASURES.map(({ name, usual }) => [name, measures[name] ?? usual]));

/** Where the middle of the upper edge of a wrap lies in the job's plane. */
function upperMiddle(choices: MeasuredChoices, { xMm, yMm }: { xMm: number; yMm: number }): Point {
  const cone = coneOf(cupOf(choices.measures));
  const [outline] = drawMeasured(choices).parts[0].contours;
  // The wrap is drawn from its upper left corner; its left edge tells where its middle is.
  const left = cone.bend(-cone.around / 2, 0);
  return { x: xMm + outline.start[0] - left.x, y: yMm + outline.start[1] - left.y };
}

/** The cup that a job has a wrap for, and where the middle of the wrap's upper edge lies; null where it has none. */
export function wrapIn(job: JobDetail): BentTo | null {
  const wrap = job.artworks.find(isCup);
  if (!wrap) return null;
  const choices = wrap.choices as MeasuredChoices;
  return { measures: cupOf(choices.measures), origin: upperMiddle(choices, wrap) };
}

/** With which measures parts are bent to the wrap of their job, so that they stay where they lie on it; nothing where there is none. */
export function onWrap(job: JobDetail, parts: readonly { bounds: Bounds }[]): Measures {
  const wrap = wrapIn(job);
  if (!wrap || parts.length === 0) return {};
  const box = parts.map(({ bounds }) => bounds).reduce(joinBounds);
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  return {
    ...wrap.measures,
    down: Math.max(0, tenth(box.minY - wrap.origin.y)),
    aside: tenth(boundsMiddle(box).x - wrap.origin.x),
  };
}
