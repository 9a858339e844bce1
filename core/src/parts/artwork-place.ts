import type { Affine, Bounds } from '../geometry';

/** How a drawing stands in the job: its true size and where it lies to the other drawings. */
export interface ArtworkPlace {
  /** What the drawing takes up as it was read, in mm. */
  drawn: Bounds;
  scaleX: number;
  scaleY: number;
  /** Where its upper left corner stands in the job's plane, in mm. */
  xMm: number;
  yMm: number;
  /** It was drawn reversed already: turned back here, so that nothing is mirrored twice. */
  isReversed: boolean;
}

/** From the drawing as read to the job's plane, in which every drawing reads the right way round. */
export function planeOf({ drawn, scaleX, scaleY, xMm, yMm, isReversed }: ArtworkPlace): Affine {
  return isReversed
    ? [-scaleX, 0, 0, scaleY, xMm + drawn.maxX * scaleX, yMm - drawn.minY * scaleY]
    : [scaleX, 0, 0, scaleY, xMm - drawn.minX * scaleX, yMm - drawn.minY * scaleY];
}
