import type { Bounds } from '../geometry';
import type { Machine } from '../machines';
import { formatNumber } from '../units';

/** Rounding of a file, in mm. */
const TOUCH_MM = 0.02;

/**
 * What of a way lies where the head cannot go, as a sentence; null where nothing does.
 * @param work what the head goes over, run-ups and lead-ins too; mm on the bed
 */
export function reachProblem(
  machine: Pick<Machine, 'name' | 'workWidthMm' | 'workLengthMm'>,
  work: Bounds | null,
): string | null {
  if (!work) return null;
  const past = (from: number, to: number, end: number): string | null => {
    if (from < -TOUCH_MM) return `at ${formatNumber(from, 1)} mm`;
    return to > end + TOUCH_MM ? `at ${formatNumber(to, 1)} mm` : null;
  };
  const across = past(work.minX, work.maxX, machine.workWidthMm);
  const along = past(work.minY, work.maxY, machine.workLengthMm);
  if (!across && !along) return null;
  const [where, end, how] = across ? [across, machine.workWidthMm, 'across'] : [along, machine.workLengthMm, 'along'];
  return `${machine.name} reaches from 0 to ${formatNumber(end, 1)} mm ${how}; the way of its head would end ${where}. Move the work, or lay it on another machine.`;
}
