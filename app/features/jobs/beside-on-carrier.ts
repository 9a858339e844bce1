import type { MachineView, MaterialView, SheetOfStep } from '@keen-anvil/contract';
import { besideEachOther } from '@keen-anvil/core/layout';

/** Kept between pieces on one carrier, for the tape, in mm. */
const GAP_MM = 5;

/** Places for all pieces of a step beside each other; null where they do not all fit, or are of no piece that is known. */
export function besidesOnCarrier(
  sheets: readonly SheetOfStep[],
  machine: MachineView,
  { pieces }: MaterialView,
): { sheetId: string; at: { x: number; y: number } }[] | null {
  const lying = sheets.flatMap((sheet) => pieces.find(({ id }) => id === sheet.stockPieceId) ?? []);
  const places = lying.length === sheets.length ? besideEachOther(lying, machine, GAP_MM) : null;
  return places && sheets.map(({ id }, i) => ({ sheetId: id, at: places[i] }));
}
