import { knownBounds, type Bounds } from '../geometry';
import { boundsOnSheet } from '../layout';
import type { PartView, SheetOfStep } from './job';
import { laidOn } from './step-work';

/** What each print takes up on a sheet, with its bleed, in mm of the sheet. What is left out is not printed. */
export const printedOn = (parts: readonly PartView[], sheet: SheetOfStep): Bounds[] =>
  parts.flatMap((part) => {
    const { print, role, contours } = part;
    const bounds = print === null || role === 'out' ? null : knownBounds(contours);
    if (!print || !bounds) return [];
    return laidOn(part, sheet).map(({ place }) => {
      const { minX, minY, maxX, maxY } = boundsOnSheet({ bounds, place });
      const { bleedMm } = print;
      return { minX: minX - bleedMm, minY: minY - bleedMm, maxX: maxX + bleedMm, maxY: maxY + bleedMm };
    });
  });
