import type { ArtworkView } from '@keen-anvil/contract';
import type { ShownPrint } from '@keen-anvil/core/jobs';

/** A picture where it lies in its drawing. */
export const asDrawn = ({
  id,
  facts,
  drawn,
  scaleX,
  scaleY,
  xMm,
  yMm,
}: ArtworkView): NonNullable<ShownPrint['picture']> => ({
  drawingId: id,
  widthMm: facts.widthMm,
  heightMm: facts.heightMm,
  matrix: [scaleX, 0, 0, scaleY, xMm - drawn.minX * scaleX, yMm - drawn.minY * scaleY],
});
