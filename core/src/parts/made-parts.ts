import {
  difference,
  edgesOf,
  normalise,
  offset,
  regionOf,
  transformContour,
  withoutHoles,
  type Affine,
  type Corners,
  type CurveContour,
} from '../geometry';

/** A bar that holds an island of a stencil: its middle in the drawing as read, how it is turned, and its size in mm. */
export interface Bridge {
  x: number;
  y: number;
  /** From the x axis, in radians. */
  angle: number;
  lengthMm: number;
  widthMm: number;
}

/**
 * The outline round a part at an exact distance (below 0: inside it), in mm at true size, so that the distance is kept
 * whatever the part is scaled to. Empty where nothing is left of it.
 */
export function outlineAt(
  contours: readonly CurveContour[],
  distanceMm: number,
  { corners = 'round', fillsHoles = false }: { corners?: Corners; fillsHoles?: boolean } = {},
): CurveContour[] {
  const region = regionOf(contours);
  const around = fillsHoles ? withoutHoles(region) : region;
  const grown = offset(around, distanceMm, corners);
  // Holes that grow shut are gone; those of a part without holes do not come about.
  return edgesOf(fillsHoles ? withoutHoles(grown) : grown);
}

/** A part with bars taken out of it, so that what lies inside stays held. `toPlane` is how the drawing lies in the job. */
export function bridged(
  contours: readonly CurveContour[],
  bridges: readonly Bridge[],
  toPlane: Affine,
): CurveContour[] {
  if (bridges.length === 0) return [...contours];
  const bars = bridges.map((bridge) => barOf(bridge, toPlane));
  return edgesOf(difference(regionOf(contours), normalise(bars)));
}

function barOf({ x, y, angle, lengthMm, widthMm }: Bridge, [a, b, c, d, e, f]: Affine): { x: number; y: number }[] {
  const [middleX, middleY] = [a * x + c * y + e, b * x + d * y + f];
  const scale = Math.sqrt(Math.abs(a * d - b * c));
  // Turned with the drawing, also where it is reversed.
  const [ux, uy] = [a * Math.cos(angle) + c * Math.sin(angle), b * Math.cos(angle) + d * Math.sin(angle)];
  const unit = Math.hypot(ux, uy) || 1;
  const along = { x: ((ux / unit) * lengthMm * scale) / 2, y: ((uy / unit) * lengthMm * scale) / 2 };
  const across = { x: ((-uy / unit) * widthMm) / 2, y: ((ux / unit) * widthMm) / 2 };
  return [
    [1, 1],
    [1, -1],
    [-1, -1],
    [-1, 1],
  ].map(([s, t]) => ({ x: middleX + s * along.x + t * across.x, y: middleY + s * along.y + t * across.y }));
}

/** A bridge given where the part lies on its sheet, as it lies in the drawing. `toSheet` goes from the drawing to the sheet. */
export function bridgeInDrawing({ x, y, angle, lengthMm, widthMm }: Bridge, [a, b, c, d, e, f]: Affine): Bridge {
  const det = a * d - b * c;
  // No −0: on its way to the server it would become another number.
  const back = (dx: number, dy: number) => ({ x: (d * dx - c * dy) / det + 0, y: (a * dy - b * dx) / det + 0 });
  const at = back(x - e, y - f);
  const along = back(Math.cos(angle), Math.sin(angle));
  return { ...at, angle: Math.atan2(along.y, along.x) + 0, lengthMm: lengthMm / Math.sqrt(Math.abs(det)), widthMm };
}

/** Moves contours of a drawing into the job's plane. */
export const toPlane = (contours: readonly CurveContour[], plane: Affine): CurveContour[] =>
  contours.map((contour) => transformContour(contour, plane));
