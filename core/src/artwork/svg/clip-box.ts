import {
  clipToWindow,
  contourBounds,
  flatten,
  linesWithin,
  normalise,
  regionArea,
  transformContour,
  type Affine,
  type CurveContour,
} from '../../geometry';
import { assembleParts } from '../assemble-parts';
import type { ArtworkPart } from '../reading';

/** How near to its curves a line is taken that is cut at an edge, in mm. */
const TOLERANCE_MM = 0.002;

/** What is left of a part within a box: whole, in pieces, or nothing. */
export interface Clipped {
  parts: ArtworkPart[];
  isCut: boolean;
}

/** The box of a nested drawing where it comes to lie. */
export function boxContour(x: number, y: number, width: number, height: number, toMm: Affine): CurveContour {
  return transformContour(
    {
      closed: true,
      start: [x, y],
      segments: [
        ['L', x + width, y],
        ['L', x + width, y + height],
        ['L', x, y + height],
      ],
    },
    toMm,
  );
}

/**
 * A part as it shows within a box: a filled part as its region there, a line as the stretches of it that lie inside.
 * @param isLine the part is drawn as a line, not filled
 */
export function clipPart(part: ArtworkPart, box: CurveContour, isLine: boolean): Clipped {
  const own = contourBounds(part.contours, TOLERANCE_MM);
  const corners = flatten(box, TOLERANCE_MM).points;
  if (!own) return { parts: [part], isCut: false };
  const inside = (x: number, y: number) =>
    corners.every((a, i) => {
      const b = corners[(i + 1) % corners.length];
      return ((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) * windingOf(corners) >= -1e-6;
    });
  const isWhole = (
    [
      [own.minX, own.minY],
      [own.maxX, own.minY],
      [own.maxX, own.maxY],
      [own.minX, own.maxY],
    ] as const
  ).every(([x, y]) => inside(x, y));
  return isWhole ? { parts: [part], isCut: false } : clipTo(part, [box], isLine);
}

/**
 * A part as it shows within a region: a filled part as what of it lies there, a line as its stretches inside.
 * @param window contours that meet nowhere, holes by turns; none where nothing shows
 */
export function clipTo(part: ArtworkPart, window: readonly CurveContour[], isLine: boolean): Clipped {
  if (window.length === 0) return { parts: [], isCut: true };
  if (isLine) {
    const within = lineWithin(part.contours, window);
    const whole = part.contours.reduce((sum, contour) => sum + lengthOf(contour), 0);
    return Math.abs(within.reduce((sum, contour) => sum + lengthOf(contour), 0) - whole) < SAME * Math.max(1, whole)
      ? { parts: [part], isCut: false }
      : { parts: within.map((contour) => ({ ...part, contours: [contour] })), isCut: true };
  }
  const within = clipToWindow(part.contours, window);
  const whole = areaOf(part.contours);
  return Math.abs(areaOf(within) - whole) < SAME * Math.max(1, whole)
    ? { parts: [part], isCut: false }
    : { parts: assembleParts(within, 'evenodd').parts.map((contours) => ({ ...part, contours })), isCut: true };
}

/** A length or an area that differs by less, as a share, is the same. */
const SAME = 1e-4;
const lengthOf = (contour: CurveContour): number => {
  const { points, closed } = flatten(contour, TOLERANCE_MM);
  return (closed ? [...points, points[0]] : points).reduce(
    (sum, { x, y }, i, all) => (i ? sum + Math.hypot(x - all[i - 1].x, y - all[i - 1].y) : 0),
    0,
  );
};
const areaOf = (contours: readonly CurveContour[]): number =>
  regionArea(normalise(contours.map((contour) => flatten(contour, TOLERANCE_MM).points)));

const windingOf = (corners: readonly { x: number; y: number }[]): number =>
  Math.sign(
    (corners[1].x - corners[0].x) * (corners[2].y - corners[1].y) -
      (corners[1].y - corners[0].y) * (corners[2].x - corners[1].x),
  );

function lineWithin(contours: readonly CurveContour[], window: readonly CurveContour[]): CurveContour[] {
  const paths = contours.map((contour) => {
    const { points, closed } = flatten(contour, TOLERANCE_MM);
    return closed ? [...points, points[0]] : points;
  });
  const region = window.map((contour) => flatten(contour, TOLERANCE_MM).points);
  return linesWithin(paths, region, 'evenodd')
    .filter((path) => path.length > 1)
    .map((path) => ({
      closed: false,
      start: [path[0].x, path[0].y],
      segments: path.slice(1).map(({ x, y }) => ['L', x, y]),
    }));
}
