import { signedArea } from '../geometry';
import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** A piece below the square of so many smallest details lifts with the waste. */
const DETAILS = 3;

/** Pieces too small to stay down while the waste is weeded. */
export function checkSmallPieces({ placed, material, process }: CheckedStep): Finding[] {
  if (!processOf(process).parts) return [];
  const least = (DETAILS * material.smallestDetailMm) ** 2;
  const small = placed.filter(({ contours: [outline] }) => outline?.closed && Math.abs(signedArea(outline.points)) < least);
  if (small.length === 0) return [];
  return [
    {
      code: 'small-piece', severity: 'warn',
      message: `${small.length === 1 ? `“${small[0].name}” is` : `${small.length} pieces are`} smaller than ${formatNumber(least, 0)} mm²: too small to weed around in ${material.name}.`,
      mend: process === 'kiss-cut' ? 'Weed it in reverse (lift the pieces with tape, leave the waste), cut slower, or make it larger.' : 'Cut slower and hold the sheet down well, or make it larger.',
      places: small.map((part) => part.bounds),
      fix: { kind: 'leave-out', label: small.length === 1 ? 'Leave it out' : `Leave ${small.length} out`, partIds: small.map((part) => part.id) },
    },
  ];
}
