import type { Bounds } from '../geometry';
import type { Machine } from './machine';

type Bed = Pick<Machine, 'workWidthMm' | 'workLengthMm' | 'marginSideMm' | 'marginLeadMm' | 'marginTailMm'>;

/**
 * The part of a sheet that the machine can reach, in the sheet's coordinates (mm, origin at the corner that is fed
 * first, x across, y along the feed). On a carrier the whole sheet can be used; without one the rollers need the
 * margins at the sides, at the lead edge and at the tail.
 * Returns null where nothing of the sheet is left.
 */
export function cuttableArea(machine: Bed, sheet: { widthMm: number; lengthMm: number }, onCarrier: boolean): Bounds | null {
  const side = onCarrier ? 0 : machine.marginSideMm;
  const area: Bounds = {
    minX: side,
    minY: onCarrier ? 0 : machine.marginLeadMm,
    maxX: Math.min(sheet.widthMm, machine.workWidthMm) - side,
    maxY: Math.min(sheet.lengthMm - (onCarrier ? 0 : machine.marginTailMm), machine.workLengthMm),
  };
  return area.maxX > area.minX && area.maxY > area.minY ? area : null;
}
