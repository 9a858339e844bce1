import { boundsOf, contourBounds, flatten, transformContour, type Affine, type Bounds, type CurveContour, type Point, type Polyline } from '../geometry';

/** A part of a step as it was read from the drawing, with its place on the sheet. */
export interface PartOnSheet {
  id: string;
  name: string;
  colour: string;
  /** In the drawing's coordinates, mm. */
  contours: CurveContour[];
  /** Where the step's upper left corner lies on the sheet, for this part, in mm. */
  place: Point;
}

/** A part as it lies on the sheet, in straight pieces; mm from the sheet's lead corner. */
export interface PlacedPart {
  id: string;
  name: string;
  colour: string;
  contours: Polyline[];
  bounds: Bounds;
}

/** How far straight pieces may be from the true curve on the sheet, in mm: below what a plotter can step. */
export const SHEET_TOLERANCE_MM = 0.02;

/**
 * Lays the parts of one step on its sheet: scaled about the step's own corner, reversed left to right as a whole
 * where the step is mirrored, then moved to each part's place. Parts keep their places to each other.
 * @param scale drawing → sheet
 */
export function placeParts(parts: PartOnSheet[], scale: number, mirrored: boolean): PlacedPart[] {
  const box = contourBounds(parts.flatMap((part) => part.contours));
  if (!box) return [];
  return parts.map((part) => {
    const change: Affine = mirrored
      ? [-scale, 0, 0, scale, part.place.x + box.maxX * scale, part.place.y - box.minY * scale]
      : [scale, 0, 0, scale, part.place.x - box.minX * scale, part.place.y - box.minY * scale];
    const contours = part.contours.map((contour) => flatten(transformContour(contour, change), SHEET_TOLERANCE_MM));
    return { id: part.id, name: part.name, colour: part.colour, contours, bounds: boundsOf(contours.flatMap((c) => c.points))! };
  });
}
