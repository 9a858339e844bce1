import type { Affine } from '../../geometry';

/** A direction in space. */
export type Vector = readonly [number, number, number];

/** A normal nearer to the z axis than this takes its x axis from y instead. */
const NEAR_Z = 1 / 64;
const cross = ([ax, ay, az]: Vector, [bx, by, bz]: Vector): Vector => [
  ay * bz - az * by,
  az * bx - ax * bz,
  ax * by - ay * bx,
];

/** A direction of length 1; straight up where it has no length. */
export function unitOf([x, y, z]: Vector): Vector {
  const length = Math.hypot(x, y, z);
  return length > 1e-12 && Number.isFinite(length) ? [x / length, y / length, z / length] : [0, 0, 1];
}

/**
 * How an entity drawn in the plane of its extrusion direction is seen from above (the format's arbitrary axis rule).
 * @example extrusionAffine([0, 0, -1]) // x counts to the left: [-1, 0, 0, 1, 0, 0]
 */
export function extrusionAffine(direction: Vector): Affine {
  const normal = unitOf(direction);
  const x = unitOf(cross(Math.abs(normal[0]) < NEAR_Z && Math.abs(normal[1]) < NEAR_Z ? [0, 1, 0] : [0, 0, 1], normal));
  const y = unitOf(cross(normal, x));
  return [x[0] + 0, x[1] + 0, y[0] + 0, y[1] + 0, 0, 0];
}

/** The second half axis of an ellipse from its first: across it, in the plane of the normal. */
export function acrossIn(direction: Vector, major: Vector, ratio: number): [number, number] {
  const [x, y] = cross(unitOf(direction), major);
  return [x * ratio, y * ratio];
}
