import { nestRings, signedArea } from '../geometry';
import { isWeededAfter } from '../materials';
import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** A piece below the square of so many smallest details lifts with the waste. */
const DETAILS = 3;

/** Pieces too small to stay down, while they are cut or while the waste is weeded. */
export function checkSmallPieces({ placed, material, process, isOfMarks }: CheckedStep): Finding[] {
  if (!processOf(process).parts || isOfMarks) return [];
  const least = (DETAILS * material.smallestDetailMm) ** 2;
  const isWeeded = isWeededAfter(process, material.family);
  // What lies within another part is its hole, such as a strap hole: its waste may be as small as it likes.
  const nesting = nestRings(placed.map(({ contours: [outline] }) => (outline?.closed ? outline.points : [])));
  const small = placed.filter(
    ({ contours: [outline] }, i) =>
      outline?.closed && nesting[i].length % 2 === 0 && Math.abs(signedArea(outline.points)) < least,
  );
  if (small.length === 0) return [];
  return [
    {
      code: 'small-piece',
      severity: 'warn',
      message: `${small.length === 1 ? `“${small[0].name}” is` : `${small.length} pieces are`} smaller than ${formatNumber(least, 0)} mm²: ${isWeeded ? 'too small to weed around' : 'too small to hold'} in ${material.name}.`,
      mend: isWeeded
        ? 'Weed it in reverse (lift the pieces with tape, leave the waste), cut slower, or make it larger.'
        : 'Cut slower and hold the sheet down well, or make it larger.',
      places: small.map((part) => part.bounds),
      fix: {
        kind: 'leave-out',
        label: small.length === 1 ? 'Leave it out' : `Leave ${small.length} out`,
        partIds: small.map((part) => part.id),
      },
    },
  ];
}
