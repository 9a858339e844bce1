import type { MachineView, MaterialView, SheetOfStep } from '@keen-anvil/contract';
import { besideEachOther } from '@keen-anvil/core/layout';

/** Kept between pieces on one carrier, for the tape, in mm. */
const GAP_MM = 5;

/** Pieces of a step beside each other, and how large a carrier that takes. */
export interface BesideEachOther {
  places: { sheetId: string; at: { x: number; y: number } }[];
  widthMm: number;
  lengthMm: number;
}

/** Places for all pieces of a step beside each other; null where the machine does not reach them all, or they are of no piece that is known. */
export function besidesOnCarrier(
  sheets: readonly SheetOfStep[],
  machine: MachineView,
  { pieces }: MaterialView,
): BesideEachOther | null {
  const lying = sheets.flatMap((sheet) => pieces.find(({ id }) => id === sheet.stockPieceId) ?? []);
  const places = lying.length === sheets.length ? besideEachOther(lying, machine, GAP_MM) : null;
  return (
    places && {
      places: sheets.map(({ id }, i) => ({ sheetId: id, at: places[i] })),
      widthMm: Math.max(...places.map(({ x }, i) => x + lying[i].widthMm)),
      lengthMm: Math.max(...places.map(({ y }, i) => y + lying[i].lengthMm)),
    }
  );
}
