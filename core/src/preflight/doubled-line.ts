import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import { lineMeetings, type LineMeetings } from './line-meetings';
import type { CheckedStep } from './step-input';

/** Shorter shared stretches are crossings and corners, in mm. */
const SHORTEST_MM = 1;
/** A line lies wholly on another where they share this much of it. */
const WHOLE_SHARE = 0.98;

/** Lines that would be cut twice because one lies on another; parts that lie wholly on another one can be left out. */
export function checkDoubledLines({ placed, process }: CheckedStep): Finding[] {
  // An area is filled row by row: its edges are no lines that could be run twice.
  if (processOf(process).path !== 'outline') return [];
  const meetings = lineMeetings(placed);
  const doubled = meetings.shared.filter((stretch) => stretch.lengthMm >= SHORTEST_MM);
  if (doubled.length === 0) return [];
  const total = doubled.reduce((sum, stretch) => sum + stretch.lengthMm, 0);
  const partIds = repeated(meetings, doubled).map((part) => placed[part].id);
  return [
    {
      code: 'doubled-line',
      severity: 'warn',
      message: `Lines lie on each other along ${formatNumber(total, 0)} mm and would be ${processOf(process).parts ? 'cut' : 'run'} twice.`,
      mend: partIds.length ? 'Leave out what lies on another part.' : 'Take one of them out of the drawing.',
      places: doubled.map((stretch) => stretch.place),
      ...(partIds.length
        ? {
            fix: {
              kind: 'leave-out',
              label: partIds.length === 1 ? 'Leave the second one out' : `Leave ${partIds.length} repeated parts out`,
              partIds,
            },
          }
        : {}),
    },
  ];
}

/** Parts every line of which lies on a line of an earlier part. */
function repeated({ lines }: LineMeetings, doubled: LineMeetings['shared']): number[] {
  const lengths = lines.map(({ points, closed }) =>
    points.reduce(
      (sum, p, i) =>
        i || closed
          ? sum +
            Math.hypot(
              p.x - points[(i + points.length - 1) % points.length].x,
              p.y - points[(i + points.length - 1) % points.length].y,
            )
          : sum,
      0,
    ),
  );
  const covered = new Set<number>();
  for (const { a, b, lengthMm } of doubled) {
    const [early, late] = lines[a].part < lines[b].part ? [a, b] : [b, a];
    if (lines[early].part !== lines[late].part && lengthMm >= WHOLE_SHARE * lengths[late]) covered.add(late);
  }
  const parts = [...new Set([...covered].map((line) => lines[line].part))];
  return parts.filter((part) => lines.every((line, i) => line.part !== part || covered.has(i)));
}
