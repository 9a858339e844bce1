import { processOf } from '../recipes';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Open lines where the process cuts pieces out: they cut a slit, and nothing comes loose. */
export function checkOpenContours({ placed, process }: CheckedStep): Finding[] {
  if (!processOf(process).parts && processOf(process).path !== 'rows') return [];
  const open = placed.filter((part) => part.contours.some(({ closed, points }) => !closed && points.length > 1));
  if (open.length === 0) return [];
  const what = open.length === 1 ? `“${open[0].name}” has an open line` : `${open.length} parts have open lines`;
  return [
    {
      code: 'open-contour',
      severity: 'warn',
      message:
        processOf(process).path === 'rows'
          ? `${what}: it has no inside that could be filled.`
          : `${what}: it is cut as a slit, and nothing comes out.`,
      mend: 'Close it where it was drawn, let loose ends be joined further apart when the file is read, or make it a guide.',
      places: open.map((part) => part.bounds),
      fix: {
        kind: 'leave-out',
        label: open.length === 1 ? 'Leave it out' : 'Leave them out',
        partIds: open.map((part) => part.id),
      },
    },
  ];
}
