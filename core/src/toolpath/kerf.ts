import { nestRings, normalise, offset, signedArea, type Polyline, type Region } from '../geometry';
import type { Outline } from './outline';

/** A beam as wide as this and less is not made up for: a plotter's step is larger. */
const LEAST_KERF_MM = 0.001;

/**
 * The lines of one part moved into the waste by half of what the beam takes away, so that what is left has its true size: outward
 * round the part, inward in its holes. Corners outside go round in an arc, at the same distance from the part all along. Open lines
 * stay. A hole that the beam is too wide for stays where it is drawn.
 * @param kerfMm how wide the cut is, mm
 * @example withKerf([square of 20 mm], 0.2) // a line round 20.2 mm
 */
export function withKerf(contours: readonly Polyline[], kerfMm: number): Outline[] {
  if (!(kerfMm >= 0)) throw new RangeError(`The kerf is 0 mm or more; ${kerfMm} came.`);
  const closed = contours.filter((contour) => contour.closed && contour.points.length > 2);
  const rest: Outline[] = contours.filter((contour) => !closed.includes(contour));
  const depths = nestRings(closed.map(({ points }) => points)).map((around) => around.length);
  const moved = closed.flatMap((contour, i): Outline[] => {
    const isHole = depths[i] % 2 === 1;
    if (kerfMm < LEAST_KERF_MM) return [{ ...contour, isHole }];
    const rings: Region = offset(normalise([contour.points]), (isHole ? -1 : 1) * (kerfMm / 2));
    if (rings.length === 0) return [{ ...contour, isHole }];
    // The library turns every ring its own way; the maker's drawing keeps the way it goes round.
    const isTurned = signedArea(contour.points) < 0 !== signedArea(rings[0]) < 0;
    return rings.map((points) => ({ closed: true, points: isTurned ? [...points].reverse() : points, isHole }));
  });
  return [...moved, ...rest];
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
