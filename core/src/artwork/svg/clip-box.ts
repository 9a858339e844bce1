import { ClipType, ClipperD, FillRule, type PathsD } from 'clipper2-ts';
import { clipToWindow, contourBounds, flatten, transformContour, type Affine, type CurveContour } from '../../geometry';
import { assembleParts } from '../assemble-parts';
import type { ArtworkPart } from '../reading';

/** How near to its curves a line is taken that is cut at an edge, in mm. */
const TOLERANCE_MM = 0.002;
const PRECISION = 4;

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
  if (isWhole) return { parts: [part], isCut: false };
  if (isLine)
    return { parts: lineWithin(part.contours, box).map((contour) => ({ ...part, contours: [contour] })), isCut: true };
  return {
    parts: assembleParts(clipToWindow(part.contours, box), 'evenodd').parts.map((contours) => ({ ...part, contours })),
    isCut: true,
  };
}

const windingOf = (corners: readonly { x: number; y: number }[]): number =>
  Math.sign(
    (corners[1].x - corners[0].x) * (corners[2].y - corners[1].y) -
      (corners[1].y - corners[0].y) * (corners[2].x - corners[1].x),
  );

function lineWithin(contours: readonly CurveContour[], box: CurveContour): CurveContour[] {
  const clipper = new ClipperD(PRECISION);
  const paths: PathsD = contours.map((contour) => {
    const { points, closed } = flatten(contour, TOLERANCE_MM);
    return closed ? [...points, points[0]] : points;
  });
  clipper.addOpenSubjectPaths(paths);
  clipper.addClipPaths([flatten(box, TOLERANCE_MM).points]);
  const [closed, open]: [PathsD, PathsD] = [[], []];
  clipper.execute(ClipType.Intersection, FillRule.NonZero, closed, open);
  return open
    .filter((path) => path.length > 1)
    .map((path) => ({
      closed: false,
      start: [path[0].x, path[0].y],
      segments: path.slice(1).map(({ x, y }) => ['L', x, y]),
    }));
}
