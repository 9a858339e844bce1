import {
  boundsOf,
  flatten,
  transformContour,
  type Affine,
  type Bounds,
  type CurveContour,
  type Polyline,
} from '../geometry';
import { planeAt, type Place } from './place';

/** A part of a step at its true size in the plane of the drawing, with its place on the sheet. */
export interface PartOnSheet {
  id: string;
  name: string;
  colour: string;
  /** In the drawing's plane, mm at true size. */
  contours: CurveContour[];
  place: Place;
  /** A picture that it shows, in the plane of the drawing: which, how large, and how it comes there from its own millimetres. */
  picture?: { drawingId: string; widthMm: number; heightMm: number; matrix: Affine } | null;
}

/** A part as it lies on the sheet, in straight pieces; mm from the sheet's lead corner. */
export interface PlacedPart {
  id: string;
  name: string;
  colour: string;
  contours: Polyline[];
  bounds: Bounds;
  place: Place;
}

/** How far straight pieces may be from the true curve on the sheet, in mm: below what a plotter can step. */
export const SHEET_TOLERANCE_MM = 0.02;

/** Lays the parts of one step on its sheet, in straight pieces. Parts at the same place keep their places to each other. */
export function placeParts(parts: readonly PartOnSheet[]): PlacedPart[] {
  return parts.flatMap((part) => {
    const change = planeAt(part.place);
    const contours = part.contours.map((contour) => flatten(transformContour(contour, change), SHEET_TOLERANCE_MM));
    const bounds = boundsOf(contours.flatMap((c) => c.points));
    return bounds ? [{ id: part.id, name: part.name, colour: part.colour, contours, bounds, place: part.place }] : [];
  });
}
