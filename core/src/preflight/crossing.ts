import { processOf } from '../recipes';
import type { Finding } from './finding';
import { lineMeetings } from './line-meetings';
import type { CheckedStep } from './step-input';

/** Half the side of the ring round a crossing, in mm. */
const REACH_MM = 1.5;
/** More places than this say no more. */
const MOST_PLACES = 60;

/** Lines that cross themselves, and parts that are cut through each other. */
export function checkCrossings({ placed, process }: CheckedStep): Finding[] {
  if (!processOf(process).parts) return [];
  const { lines, crossings } = lineMeetings(placed);
  const around = (found: typeof crossings) =>
    found
      .slice(0, MOST_PLACES)
      .map(({ at: { x, y } }) => ({ minX: x - REACH_MM, minY: y - REACH_MM, maxX: x + REACH_MM, maxY: y + REACH_MM }));
  const own = crossings.filter(({ a, b }) => lines[a].part === lines[b].part);
  const others = crossings.filter(({ a, b }) => lines[a].part !== lines[b].part);
  const findings: Finding[] = [];
  if (own.length > 0) {
    findings.push({
      code: 'self-crossing',
      severity: 'warn',
      message: own.length === 1 ? 'A line crosses itself.' : `Lines cross themselves at ${own.length} places.`,
      mend: 'Join the shape into one outline where it was drawn: slivers come loose at a crossing.',
      places: around(own),
    });
  }
  if (others.length > 0) {
    const pairs = new Set(others.map(({ a, b }) => `${lines[a].part}:${lines[b].part}`)).size;
    const names = [placed[lines[others[0].a].part].name, placed[lines[others[0].b].part].name] as const;
    findings.push({
      code: 'overlap',
      severity: 'warn',
      message:
        pairs === 1
          ? `“${names[0]}” and “${names[1]}” are cut through each other.`
          : `${pairs} pairs of parts are cut through each other.`,
      mend: 'Move one of them, put them together, or leave one out.',
      places: around(others),
    });
  }
  return findings;
}
