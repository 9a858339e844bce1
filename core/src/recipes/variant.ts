/** What a variant of a recipe is for: one piece of stock, or one tool. */
interface VariantFor {
  toolId: string | null;
  stockPieceId: string | null;
}

/** The variant that fits a step: one for the piece at hand goes before one for the tool, as it is about less. */
export const variantFor = <V extends VariantFor>(
  variants: readonly V[],
  at: { toolId: string; stockPieceId: string | null },
): V | undefined =>
  variants.find(({ stockPieceId }) => stockPieceId !== null && stockPieceId === at.stockPieceId) ??
  variants.find(({ toolId }) => toolId === at.toolId);
