import { holds } from '../geometry';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Parts that reach over the edge of the sheet. */
export function checkOnSheet({ placed, sheet }: CheckedStep): Finding[] {
  const whole = { minX: 0, minY: 0, maxX: sheet.widthMm, maxY: sheet.lengthMm };
  const outside = placed.filter((part) => !holds(whole, part.bounds));
  if (outside.length === 0) return [];
  return [
    {
      code: 'off-sheet',
      severity: 'stop',
      message: `${named(outside)} over the edge of ${sheet.name} (${sheet.widthMm} × ${sheet.lengthMm} mm).`,
      mend: 'Make it smaller, nudge it in, or take a larger piece.',
      places: outside.map((part) => part.bounds),
    },
  ];
}

/** Parts on the sheet, but where the machine cannot reach. */
export function checkReach(step: CheckedStep): Finding[] {
  const { placed, sheet, cuttable, machineName } = step;
  const whole = { minX: 0, minY: 0, maxX: sheet.widthMm, maxY: sheet.lengthMm };
  const outside = placed.filter((part) => holds(whole, part.bounds) && !(cuttable && holds(cuttable, part.bounds)));
  if (outside.length === 0) return [];
  return [
    {
      code: 'out-of-reach',
      severity: 'stop',
      message: `${named(outside)} where ${machineName} cannot cut: its rollers need the margins.`,
      mend: 'Nudge it in, make it smaller, or put the piece on a carrier sheet.',
      places: outside.map((part) => part.bounds),
    },
  ];
}

function named(parts: CheckedStep['placed']): string {
  return parts.length === 1 ? `“${parts[0].name}” lies` : `${parts.length} parts lie`;
}
