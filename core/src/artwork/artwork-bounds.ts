import { contourBounds, type Bounds } from '../geometry';
import type { ArtworkPart } from './reading';

/** The rectangle round everything that was drawn, in mm; null for an empty drawing. */
export function artworkBounds(parts: Pick<ArtworkPart, 'contours'>[]): Bounds | null {
  return contourBounds(parts.flatMap((part) => part.contours));
}
