import { bulgeSegments, type CurveContour } from '../geometry';
import { at, circle, pointsRound } from './contours';
import { count, length, type Dimension, type MeasuredShape } from './measured-shape';
import { atLeast, atMost } from './refuse';

const DIAMETER = length('diameter', 'Across the scallops', 80);
const DEPTH = length('depth', 'Depth of a scallop', 3, { min: 0.2, max: 500, step: 0.5 });
const COUNT = count('scallops', 'Scallops', 24, 3, 400);
const INNER = length('inner', 'Inner diameter', 50, { min: 0.5 });

/** Arcs round a disc, each `depth` high over its chord; they meet, as there is a whole number of them. */
function scalloped(diameter: number, depth: number, number: number): CurveContour {
  const middle = at(diameter / 2, diameter / 2);
  // The crown of an arc lies over the middle of its chord.
  const radius = (diameter / 2 - depth) / Math.cos(Math.PI / number);
  const points = pointsRound(middle, radius, number);
  const chord = 2 * radius * Math.sin(Math.PI / number);
  // Seen with y down the arc runs the other way round.
  const bulge = (-2 * depth) / chord;
  const ring = [...points, points[0]];
  return {
    closed: true,
    start: [ring[0].x, ring[0].y],
    segments: ring.slice(1).flatMap(({ x, y }, i) => bulgeSegments([ring[i].x, ring[i].y], [x, y], -bulge)),
  };
}

/** A valley is so deep at least, in mm: less is not seen. */
const VALLEY_MM = 0.05;

function refuseImpossible(diameter: number, depth: number, number: number): void {
  // An arc is half a circle at most: r = (D/2 − depth)/cos, half a chord = r·sin.
  const tangent = Math.tan(Math.PI / number);
  atMost(DEPTH, depth, ((diameter / 2) * tangent) / (1 + tangent), 'The scallops are deeper than half circles');
  // An arc flatter than the circle across all of them has no valleys beside it, and would reach out of it.
  const flat = (diameter / 2) * (1 - Math.cos(Math.PI / number));
  atLeast(DEPTH, depth, flat + VALLEY_MM, 'The scallops are flatter than the circle, with no valleys between them');
}

const across = (diameter: number): Dimension => ({
  of: 'diameter',
  from: at(0, diameter),
  to: at(diameter, diameter),
});

/** A disc and a ring with a scalloped edge. */
export const SCALLOPS: readonly MeasuredShape[] = [
  {
    name: 'scalloped-disc',
    label: 'Scalloped disc',
    measures: [DIAMETER, COUNT, DEPTH],
    draw: ({ diameter, scallops, depth }) => {
      refuseImpossible(diameter, depth, scallops);
      return {
        parts: [{ name: 'scalloped disc', contours: [scalloped(diameter, depth, scallops)] }],
        dimensions: [across(diameter), { of: 'depth', from: at(diameter / 2, 0), to: at(diameter / 2, depth) }],
      };
    },
  },
  {
    name: 'scalloped-ring',
    label: 'Scalloped ring',
    measures: [DIAMETER, COUNT, DEPTH, INNER],
    draw: ({ diameter, scallops, depth, inner }) => {
      refuseImpossible(diameter, depth, scallops);
      const valley = (diameter / 2 - depth) / Math.cos(Math.PI / scallops);
      atMost(INNER, inner, 2 * Math.min(valley, diameter / 2) - 0.4, 'Nothing is left of the ring');
      const middle = at(diameter / 2, diameter / 2);
      return {
        parts: [
          { name: 'scalloped ring', contours: [scalloped(diameter, depth, scallops), circle(middle, inner / 2)] },
        ],
        dimensions: [
          across(diameter),
          { of: 'depth', from: at(diameter / 2, 0), to: at(diameter / 2, depth) },
          { of: 'inner', from: at((diameter - inner) / 2, diameter / 2), to: at((diameter + inner) / 2, diameter / 2) },
        ],
      };
    },
  },
];
