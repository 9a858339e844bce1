import { contourBounds, type Bounds, type CurveContour } from '@keen-anvil/core/geometry';
import { bridged, outlineAt, planeOf, toPlane, type Piece } from '@keen-anvil/core/parts';
import type { ArtworkRow } from '../queries/artworks';
import type { StepRow } from '../queries/jobs';
import type { PartRow } from '../queries/parts';

/** A part as it is: contours at true size in the job's plane, and what the drawing says of it. */
export interface PartShape {
  contours: CurveContour[];
  colour: string;
  layer: string | null;
  script: string | null;
  isFilled: boolean | null;
}

/** The contour of a reading that a piece names; pieces of another reading have none. */
export const contourOf = ({ reading }: Pick<ArtworkRow, 'reading'>, [part, contour]: Piece): CurveContour | undefined =>
  reading.parts[part]?.contours[contour];

/**
 * How a drawing stands in the job's plane. What was drawn reversed already is turned back for a step that turns it over,
 * so that it comes out as it was drawn; any other step takes it as it is.
 */
export function artworkPlane(artwork: Omit<ArtworkRow, 'reading' | 'choices' | 'byteCount'>, isTurnedOver: boolean) {
  const {
    drawnMinXMm: minX,
    drawnMinYMm: minY,
    drawnWidthMm,
    drawnHeightMm,
    scaleX,
    scaleY,
    xMm,
    yMm,
    readsReversed,
  } = artwork;
  return planeOf({
    drawn: { minX, minY, maxX: minX + drawnWidthMm, maxY: minY + drawnHeightMm },
    scaleX,
    scaleY,
    xMm,
    yMm,
    isReversed: readsReversed === true && isTurnedOver,
  });
}

/** How large a drawing is without what is left out of it, in mm as the file has it; all of it where nothing is kept. */
export function keptSize(
  artwork: Pick<ArtworkRow, 'id' | 'reading' | 'drawnWidthMm' | 'drawnHeightMm'>,
  parts: readonly PartRow[],
): { keptWidthMm: number; keptHeightMm: number } {
  const own = parts.filter((part) => part.artworkId === artwork.id && !part.offsetOf);
  const kept = own.filter((part) => part.role !== 'out');
  const bounds =
    kept.length < own.length
      ? contourBounds(kept.flatMap((part) => part.pieces.flatMap((piece) => contourOf(artwork, piece) ?? [])))
      : null;
  return bounds
    ? { keptWidthMm: bounds.maxX - bounds.minX, keptHeightMm: bounds.maxY - bounds.minY }
    : { keptWidthMm: artwork.drawnWidthMm, keptHeightMm: artwork.drawnHeightMm };
}

/** The shapes of all parts of a job; outlines are made anew from what they go round. */
export function partShapes(
  artworks: readonly ArtworkRow[],
  parts: readonly PartRow[],
  steps: readonly Pick<StepRow, 'id' | 'mirrored'>[],
): Map<string, PartShape> {
  const drawings = new Map(
    artworks.map((artwork) => [
      artwork.id,
      { artwork, planes: { straight: artworkPlane(artwork, false), turned: artworkPlane(artwork, true) } },
    ]),
  );
  const turnedOver = new Set(steps.filter((step) => step.mirrored).map((step) => step.id));
  const byId = new Map(parts.map((part) => [part.id, part]));
  const shapes = new Map<string, PartShape>();
  const shapeOf = (part: PartRow, depth: number): PartShape => {
    const known = shapes.get(part.id);
    if (known) return known;
    const { artwork, planes } = drawings.get(part.artworkId)!;
    const plane = part.stepId !== null && turnedOver.has(part.stepId) ? planes.turned : planes.straight;
    const drawn = artwork.reading.parts[part.pieces[0]?.[0] ?? -1];
    const source = part.offsetOf && depth < 8 ? byId.get(part.offsetOf) : undefined;
    const contours = source
      ? outlineAt(shapeOf(source, depth + 1).contours, part.offsetMm ?? 0)
      : bridged(
          toPlane(
            part.pieces.flatMap((piece) => contourOf(artwork, piece) ?? []),
            plane,
          ),
          part.bridges,
          plane,
        );
    const shape = {
      contours,
      colour: drawn?.colour ?? '#000000',
      layer: drawn?.layer ?? null,
      script: (part.pieces.length > 0 && drawn?.script) || null,
      isFilled: drawn?.isFilled ?? null,
    };
    shapes.set(part.id, shape);
    return shape;
  };
  for (const part of parts) shapeOf(part, 0);
  return shapes;
}

/** What a step's parts take up in the job's plane, with its guides if asked for; null for none. */
export function stepBox(
  shapes: ReadonlyMap<string, PartShape>,
  parts: readonly PartRow[],
  stepId: string,
  withGuides = false,
): Bounds | null {
  return contourBounds(
    parts
      .filter((part) => part.stepId === stepId && (part.role === 'process' || (withGuides && part.role === 'guide')))
      .flatMap((part) => shapes.get(part.id)!.contours),
  );
}
