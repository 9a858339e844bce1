import { canBeDone } from './can-be-done';
import type { ProcessName } from './process';

/** What fills shapes, and what cuts them out, the likeliest first where nothing is said. */
const ENGRAVES: readonly ProcessName[] = ['laser-area', 'drag-engrave'];
const CUTS: readonly ProcessName[] = ['laser-cut', 'through-cut'];

/**
 * What “engrave them” and “cut them out” come to in a shop: what is done now, or is usual for the material, before anything else that
 * the shop can do; null where it can do none of that.
 */
export function engraveOrCut(
  present: ProcessName,
  usual: ProcessName,
  shop: Parameters<typeof canBeDone>[1],
): { engrave: ProcessName | null; cut: ProcessName | null } {
  const likeliest = (among: readonly ProcessName[]): ProcessName | null =>
    [present, usual, ...among].find((process) => among.includes(process) && canBeDone(process, shop)) ?? null;
  return { engrave: likeliest(ENGRAVES), cut: likeliest(CUTS) };
}
