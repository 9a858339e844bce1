import { nestRings, normalise, offset, signedArea, type Polyline, type Region } from '../geometry';
import type { Outline } from './outline';

/** A beam as wide as this and less is not made up for: a plotter's step is larger. */
const LEAST_KERF_MM = 0.001;

/**
 * The lines of one cut on one sheet, moved into the waste by half of what the beam takes away, so that what is left has its true size:
 * outward round a piece, inward round a hole. A closed line inside another is a hole, whichever part it belongs to; what lies in a hole
 * is an outside again. Corners outside go round in an arc, at the same distance from the piece all along. Open lines stay. A hole that
 * the beam is too wide for stays where it is drawn; a mouth that the beam closes leaves a ring within, which is a hole.
 * @param contours all lines that are cut together, of whichever part
 * @param kerfMm how wide the cut is, mm
 * @returns for each contour what it is cut by: mostly one line, more where it falls apart
 * @example withKerf([square of 20 mm], 0.2) // [[a line round 20.2 mm]]
 */
export function withKerf(contours: readonly Polyline[], kerfMm: number): Outline[][] {
  if (!(kerfMm >= 0)) throw new RangeError(`The kerf is 0 mm or more; ${kerfMm} came.`);
  const closed = contours.flatMap((contour, i) => (contour.closed && contour.points.length > 2 ? [i] : []));
  const depths = nestRings(closed.map((i) => contours[i].points)).map((around) => around.length);
  const moved: Outline[][] = contours.map((contour) => [contour]);
  closed.forEach((i, k) => (moved[i] = movedIntoWaste(contours[i], depths[k] % 2 === 1, kerfMm)));
  return moved;
}

function movedIntoWaste(contour: Polyline, isHole: boolean, kerfMm: number): Outline[] {
  if (kerfMm < LEAST_KERF_MM) return [{ ...contour, isHole }];
  const rings: Region = offset(normalise([contour.points]), (isHole ? -1 : 1) * (kerfMm / 2));
  if (rings.length === 0) return [{ ...contour, isHole }];
  // The library turns rings and the holes in them each their own way; the maker's drawing keeps the way it goes round.
  const areas = rings.map(signedArea);
  const outer = areas.reduce((most, area) => (Math.abs(area) > Math.abs(most) ? area : most));
  const isTurned = signedArea(contour.points) < 0 !== outer < 0;
  return rings.map((points, i) => ({
    closed: true,
    points: isTurned ? [...points].reverse() : points,
    isHole: (isHole !== areas[i] < 0) !== outer < 0,
  }));
}

/** How wide a cut is from several strips cut side by side: what they miss of the width that was drawn, shared by the cuts. */
export interface KerfReading {
  strips: number;
  /** Width of each as drawn, mm. */
  stripMm: number;
  /** Width of all of them laid side by side as measured, mm. */
  measuredMm: number;
}

/**
 * The kerf from strips that were cut beside each other without being made up for: each lost half a kerf on either side.
 * @example kerfOf({ strips: 10, stripMm: 10, measuredMm: 98.2 }) // 0.18
 * @throws RangeError where that gives no width that a cut can have
 */
export function kerfOf(reading: KerfReading): number {
  const problem = kerfProblem(reading);
  if (problem) throw new RangeError(problem);
  const { strips, stripMm, measuredMm } = reading;
  return Number(((strips * stripMm - measuredMm) / strips).toFixed(4));
}

/** What is wrong with a reading of strips, as a sentence; null where nothing is. */
export function kerfProblem({ strips, stripMm, measuredMm }: KerfReading): string | null {
  const kerf = (strips * stripMm - measuredMm) / strips;
  if (strips >= 1 && stripMm > 0 && measuredMm > 0 && kerf >= -1e-9 && kerf < stripMm) return null;
  return `${strips} strips of ${stripMm} mm measure something up to ${strips * stripMm} mm together; ${measuredMm} mm came.`;
}
