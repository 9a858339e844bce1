import { arcSegments, type CurveContour, type Point, type Segment } from '../geometry';

/** A closed contour through points, straight between them. */
export function polygon(points: readonly Point[]): CurveContour {
  return {
    closed: true,
    start: [points[0].x, points[0].y],
    segments: points.slice(1).map(({ x, y }): Segment => ['L', x, y]),
  };
}

/** An open line through points. */
export const line = (...points: Point[]): CurveContour => ({ ...polygon(points), closed: false });

/** An ellipse round a point. */
export function ellipse({ x, y }: Point, radiusX: number, radiusY: number): CurveContour {
  const axes = {
    centre: [x, y] as [number, number],
    u: [radiusX, 0] as [number, number],
    v: [0, radiusY] as [number, number],
  };
  return { closed: true, start: [x + radiusX, y], segments: arcSegments(axes, 0, 2 * Math.PI) };
}

export const circle = (centre: Point, radius: number): CurveContour => ellipse(centre, radius, radius);

/** Part of a circle, from one angle on by another (radians, clockwise on the screen). */
export const arc = ({ x, y }: Point, radius: number, from: number, sweep: number): Segment[] =>
  arcSegments({ centre: [x, y], u: [radius, 0], v: [0, radius] }, from, sweep);

/** A rectangle with its upper left corner at a point; its corners are round where a radius is given. */
export function rectangle({ x, y }: Point, width: number, height: number, radius = 0): CurveContour {
  const [right, bottom] = [x + width, y + height];
  if (radius <= 0)
    return polygon([
      { x, y },
      { x: right, y },
      { x: right, y: bottom },
      { x, y: bottom },
    ]);
  const quarter = Math.PI / 2;
  const r = radius;
  return {
    closed: true,
    start: [x + r, y],
    segments: [
      ['L', right - r, y],
      ...arc({ x: right - r, y: y + r }, r, -quarter, quarter),
      ['L', right, bottom - r],
      ...arc({ x: right - r, y: bottom - r }, r, 0, quarter),
      ['L', x + r, bottom],
      ...arc({ x: x + r, y: bottom - r }, r, quarter, quarter),
      ['L', x, y + r],
      ...arc({ x: x + r, y: y + r }, r, 2 * quarter, quarter),
    ],
  };
}

/** A slot with round ends, lying across, round a point; a circle where it is no longer than it is wide. */
export const slot = ({ x, y }: Point, lengthMm: number, widthMm: number): CurveContour =>
  lengthMm <= widthMm
    ? circle({ x, y }, widthMm / 2)
    : rectangle({ x: x - lengthMm / 2, y: y - widthMm / 2 }, lengthMm, widthMm, widthMm / 2);

/** A contour moved by a vector. */
export const movedBy = (contour: CurveContour, dx: number, dy: number): CurveContour => ({
  closed: contour.closed,
  start: [contour.start[0] + dx, contour.start[1] + dy],
  segments: contour.segments.map(
    ([kind, ...numbers]) => [kind, ...numbers.map((n, i) => n + (i % 2 ? dy : dx))] as Segment,
  ),
});

/** Points evenly round a centre, the first at the top. */
export const pointsRound = ({ x, y }: Point, radius: number, number: number): Point[] =>
  Array.from({ length: number }, (_, i) => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / number;
    return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
  });

/** A point of the plane. */
export const at = (x: number, y: number): Point => ({ x, y });
