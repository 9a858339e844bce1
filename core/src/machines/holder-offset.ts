import type { HolderOffset, Machine } from './machine';

const NONE: HolderOffset = { xMm: 0, yMm: 0 };

/** How far beside the first holder's tool that of a holder marks; none where it was never measured. @param holder from 1 */
export const holderOffset = ({ holderOffsets }: Pick<Machine, 'holderOffsets'>, holder: number): HolderOffset =>
  holderOffsets?.[holder - 2] ?? NONE;

/** A machine's offsets with that of one holder measured. @param holder from 2 */
export function withHolderOffset(
  { holderOffsets = [] }: Pick<Machine, 'holderOffsets'>,
  holder: number,
  offset: HolderOffset,
): HolderOffset[] {
  return Array.from({ length: Math.max(holderOffsets.length, holder - 1) }, (_, i) =>
    i === holder - 2 ? offset : (holderOffsets[i] ?? NONE),
  );
}
