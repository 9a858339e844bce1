import type { Bounds } from '../geometry';
import type { Machine } from './machine';

type Bed = Pick<
  Machine,
  | 'workWidthMm'
  | 'workLengthMm'
  | 'marginSideMm'
  | 'marginLeadMm'
  | 'marginTailMm'
  | 'carrierSideMm'
  | 'carrierLeadMm'
  | 'carrierTailMm'
>;

/**
 * The part of a sheet that the machine can reach, in the sheet's coordinates (mm, origin at the corner that is fed
 * first, x across, y along the feed). Without a carrier the rollers need the margins at the sides, at the lead edge and
 * at the tail; on a carrier its own margins hold, which are mostly none.
 * Returns null where nothing of the sheet is left.
 */
export function cuttableArea(
  machine: Bed,
  sheet: { widthMm: number; lengthMm: number },
  onCarrier: boolean,
): Bounds | null {
  const side = onCarrier ? machine.carrierSideMm : machine.marginSideMm;
  const area: Bounds = {
    minX: side,
    minY: onCarrier ? machine.carrierLeadMm : machine.marginLeadMm,
    maxX: Math.min(sheet.widthMm, machine.workWidthMm) - side,
    maxY: Math.min(sheet.lengthMm - (onCarrier ? machine.carrierTailMm : machine.marginTailMm), machine.workLengthMm),
  };
  return area.maxX > area.minX && area.maxY > area.minY ? area : null;
}
