import {
  boundsOf,
  flatten,
  transformContour,
  type Affine,
  type Bounds,
  type CurveContour,
  type Point,
  type Polyline,
} from '../geometry';

/** A part of a step at its true size in the plane of the drawing, with its place on the sheet. */
export interface PartOnSheet {
  id: string;
  name: string;
  colour: string;
  /** In the drawing's plane, mm at true size. */
  contours: CurveContour[];
  /** Where the plane's origin lies on the sheet, for this part, in mm. */
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

/** How the drawing's plane comes to lie on the sheet for a part at that place; turned over left to right where mirrored. */
export function planeOnSheet({ x, y }: Point, mirrored: boolean): Affine {
  return [mirrored ? -1 : 1, 0, 0, 1, x, y];
}

/** Lays the parts of one step on its sheet, in straight pieces. Parts at the same place keep their places to each other. */
export function placeParts(parts: readonly PartOnSheet[], mirrored: boolean): PlacedPart[] {
  return parts.flatMap((part) => {
    const change = planeOnSheet(part.place, mirrored);
    const contours = part.contours.map((contour) => flatten(transformContour(contour, change), SHEET_TOLERANCE_MM));
    const bounds = boundsOf(contours.flatMap((c) => c.points));
    return bounds ? [{ id: part.id, name: part.name, colour: part.colour, contours, bounds }] : [];
  });
}
