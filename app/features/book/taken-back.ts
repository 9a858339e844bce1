import type { VariantView } from '@keen-anvil/contract';

/** The nudge that was taken back last, if none is in force where it was; undefined where there is nothing to do again. */
export function lastTakenBack(variants: readonly VariantView[]): VariantView | undefined {
  const [last] = variants
    .filter(({ endedAt }) => endedAt !== null)
    .sort((a, b) => b.endedAt!.localeCompare(a.endedAt!));
  const isTaken =
    last &&
    variants.some(
      ({ endedAt, toolId, stockPieceId }) =>
        endedAt === null && toolId === last.toolId && stockPieceId === last.stockPieceId,
    );
  return isTaken ? undefined : last;
}
