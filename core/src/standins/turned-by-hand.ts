import { mersenne, unsafeUniformIntDistribution } from 'pure-rand';
import type { Affine } from '../geometry';

/** A hand lays a turned sheet to within this of where it should lie: along each axis in mm, and in degrees. */
const MOST_OFF_MM = 2;
const MOST_OFF_DEGREES = 1.5;
const RANGE = 2 ** 30;

/** How far a sheet that a hand has turned over lies from where it should: a turn about its middle and a shift, known by the seed. */
export function turnedByHand({ widthMm, lengthMm }: { widthMm: number; lengthMm: number }, seed: number): Affine {
  const generator = mersenne(seed);
  const about = (most: number) => most * ((2 * unsafeUniformIntDistribution(0, RANGE, generator)) / RANGE - 1);
  const angle = (about(MOST_OFF_DEGREES) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [x, y] = [widthMm / 2, lengthMm / 2];
  return [cos, sin, -sin, cos, x - cos * x + sin * y + about(MOST_OFF_MM), y - sin * x - cos * y + about(MOST_OFF_MM)];
}
