import {
  arcSegments,
  bulgeSegments,
  onEllipse,
  transformContour,
  type CurveContour,
  type Ellipse,
  type Segment,
} from '../../geometry';
import { acrossIn, extrusionAffine, type Vector } from './extrusion';
import { hatchContours } from './hatch';
import { splineContour } from './spline';

interface XY {
  x: number;
  y: number;
}

/** An entity as the parser gives it; which fields are there goes by its type. */
export interface DxfEntity {
  type: string;
  layer?: string;
  color?: number;
  colorIndex?: number;
  /** Red, green and blue in one number; goes before the index. */
  trueColour?: number;
  /** Groups without which it cannot be drawn, and which it does not have. */
  lacks?: number[];
  visible?: boolean;
  inPaperSpace?: boolean;
  vertices?: (XY & { bulge?: number })[];
  shape?: boolean;
  center?: XY;
  radius?: number;
  startAngle?: number;
  endAngle?: number;
  majorAxisEndPoint?: XY & { z?: number };
  axisRatio?: number;
  points?: XY[];
  controlPoints?: XY[];
  knotValues?: number[];
  weights?: number[];
  degreeOfSplineCurve?: number;
  closed?: boolean;
  name?: string;
  position?: XY;
  xScale?: number;
  yScale?: number;
  rotation?: number;
  columnCount?: number;
  rowCount?: number;
  columnSpacing?: number;
  rowSpacing?: number;
  /** Which way its plane looks; up where it does not say. */
  extrusion?: Vector;
  /** A HATCH as its groups. */
  groups?: [number, number][];
}

const TURN = 2 * Math.PI;

/** Types that are told in the drawing's own axes, whichever way their plane looks. */
const IN_OWN_AXES = new Set(['LINE', 'ELLIPSE', 'SPLINE']);

/**
 * The contours of an entity in the drawing's own units, y up, as seen from above; null for a type that is not read.
 * @throws RangeError where it cannot be
 */
export function entityContours(entity: DxfEntity): CurveContour[] | null {
  const contours = plainContours(entity);
  if (!contours || !entity.extrusion || IN_OWN_AXES.has(entity.type)) return contours;
  const seen = extrusionAffine(entity.extrusion);
  return contours.map((contour) => transformContour(contour, seen));
}

function plainContours(entity: DxfEntity): CurveContour[] | null {
  const { type, vertices = [], center, points = [], lacks = [] } = entity;
  if (lacks.length > 0)
    throw new RangeError(
      `its ${lacks.length === 1 ? 'group' : 'groups'} ${lacks.join(' and ')} (${sayLacks(type)}) ${lacks.length === 1 ? 'is' : 'are'} missing; it was left out`,
    );
  switch (type) {
    case 'LINE':
      return vertices.length === 2 ? [polyline(vertices, false)] : [];
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return vertices.length > 1 ? [polyline(vertices, Boolean(entity.shape))] : [];
    case 'CIRCLE':
      return center && entity.radius
        ? [wholeEllipse({ centre: [center.x, center.y], u: [entity.radius, 0], v: [0, entity.radius] })]
        : [];
    case 'ARC':
      return center && entity.radius
        ? [
            arc(
              { centre: [center.x, center.y], u: [entity.radius, 0], v: [0, entity.radius] },
              entity.startAngle ?? 0,
              entity.endAngle ?? TURN,
            ),
          ]
        : [];
    case 'ELLIPSE':
      return ellipse(entity);
    case 'SPLINE':
      return [spline(entity)];
    case 'HATCH':
      return hatchContours(entity.groups ?? []);
    case 'SOLID':
    case 'TRACE':
      // Its corners stand in the order 1, 2, 4, 3.
      return points.length >= 3
        ? [polyline(points.length > 3 ? [points[0], points[1], points[3], points[2]] : points, true)]
        : [];
    default:
      return null;
  }
}

function polyline(vertices: readonly (XY & { bulge?: number })[], closed: boolean): CurveContour {
  const segments: Segment[] = [];
  const count = closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const [from, to] = [vertices[i], vertices[(i + 1) % vertices.length]];
    // The last straight side of a closed contour is understood.
    if (closed && i === count - 1 && !from.bulge) break;
    for (const segment of bulgeSegments([from.x, from.y], [to.x, to.y], from.bulge ?? 0)) segments.push(segment);
  }
  return { closed, start: [vertices[0].x, vertices[0].y], segments };
}

function arc(shape: Ellipse, from: number, to: number): CurveContour {
  let sweep = (to - from) % TURN;
  if (sweep <= 1e-12) sweep += TURN;
  return { closed: sweep > TURN - 1e-9, start: onEllipse(shape, from), segments: arcSegments(shape, from, sweep) };
}

const wholeEllipse = (shape: Ellipse): CurveContour => ({
  closed: true,
  start: onEllipse(shape, 0),
  segments: arcSegments(shape, 0, TURN),
});

function ellipse({
  center,
  majorAxisEndPoint: major,
  axisRatio = 1,
  startAngle = 0,
  endAngle = TURN,
  extrusion = [0, 0, 1],
}: DxfEntity): CurveContour[] {
  if (!center || !major) return [];
  const shape: Ellipse = {
    centre: [center.x, center.y],
    u: [major.x, major.y],
    v: acrossIn(extrusion, [major.x, major.y, major.z ?? 0], axisRatio),
  };
  return [Math.abs(endAngle - startAngle) >= TURN - 1e-6 ? wholeEllipse(shape) : arc(shape, startAngle, endAngle)];
}

function spline({
  degreeOfSplineCurve: degree = 3,
  knotValues = [],
  controlPoints = [],
  weights,
  closed,
}: DxfEntity): CurveContour {
  const contour = splineContour({
    degree,
    knots: knotValues,
    points: controlPoints.map(({ x, y }) => [x, y]),
    weights: weights?.length === controlPoints.length ? weights : undefined,
  });
  return { ...contour, closed: Boolean(closed) };
}

/** What the groups of an entity say that it cannot be without. */
const sayLacks = (type: string): string =>
  type === 'LINE'
    ? 'where it begins and ends'
    : type === 'CIRCLE'
      ? 'its centre and radius'
      : 'its centre, radius and angles';
