import type { Bounds, Point } from '../geometry';
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
 * @param at where the sheet's corner lies on the carrier; its own corner where nothing is said
 * Returns null where nothing of the sheet is left.
 */
export function cuttableArea(
  machine: Bed,
  sheet: { widthMm: number; lengthMm: number },
  onCarrier: boolean,
  at?: Point | null,
): Bounds | null {
  if (onCarrier && at) return somewhereOnCarrier(machine, sheet, at);
  const side = onCarrier ? machine.carrierSideMm : machine.marginSideMm;
  const area: Bounds = {
    minX: side,
    minY: onCarrier ? machine.carrierLeadMm : machine.marginLeadMm,
    maxX: Math.min(sheet.widthMm, machine.workWidthMm) - side,
    maxY: Math.min(sheet.lengthMm - (onCarrier ? machine.carrierTailMm : machine.marginTailMm), machine.workLengthMm),
  };
  return area.maxX > area.minX && area.maxY > area.minY ? area : null;
}

/** What of a piece that lies somewhere on a carrier is within the carrier's margins, in the piece's coordinates. */
function somewhereOnCarrier(machine: Bed, sheet: { widthMm: number; lengthMm: number }, at: Point): Bounds | null {
  const area: Bounds = {
    minX: Math.max(0, machine.carrierSideMm - at.x),
    minY: Math.max(0, machine.carrierLeadMm - at.y),
    maxX: Math.min(sheet.widthMm, machine.workWidthMm - machine.carrierSideMm - at.x),
    maxY: Math.min(sheet.lengthMm, machine.workLengthMm - machine.carrierTailMm - at.y),
  };
  return area.maxX > area.minX && area.maxY > area.minY ? area : null;
}
