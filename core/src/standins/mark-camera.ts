import { mersenne, unsafeUniformIntDistribution } from 'pure-rand';
import type { Affine, Point } from '../geometry';

/** What a mark-reading camera meets: how the sheet really lies, how it errs, and what hides marks. */
export interface CameraWorld {
  /** How the sheet lies: from where things were drawn to where they are. */
  lies: Affine;
  /** Standard deviation of one reading along each axis, in mm. */
  noiseMm: number;
  /** The chance that a lamp shines into a reading, so that it is off by millimetres. */
  glare: number;
  /** The chance that a mark is not found at all. */
  missing: number;
  seed: number;
}

/** Where a mark was found, the middle of several looks, and the standard error of that along an axis, mm. */
export type MarkLook = Point & { spreadMm: number };

/** Each mark is looked at so often; the middle of what was read counts, so that one look into the lamp does no harm. */
const LOOKS = 9;
const GLARE_MM = 4;
const RANGE = 2 ** 30;

/** Reads marks as a camera on a head does: with noise, sometimes into the lamp, sometimes not at all. */
export function readMarks(
  drawn: readonly Point[],
  { lies: [a, b, c, d, e, f], noiseMm, glare, missing, seed }: CameraWorld,
): (MarkLook | null)[] {
  const generator = mersenne(seed);
  const chance = () => (unsafeUniformIntDistribution(0, RANGE - 1, generator) + 0.5) / RANGE;
  const normal = () => Math.sqrt(-2 * Math.log(chance())) * Math.cos(2 * Math.PI * chance());
  return drawn.map(({ x, y }) => {
    if (chance() < missing) return null;
    const looks = Array.from({ length: LOOKS }, () => {
      const shines = chance() < glare ? GLARE_MM : 0;
      return {
        x: a * x + c * y + e + noiseMm * normal() + shines * normal(),
        y: b * x + d * y + f + noiseMm * normal() + shines * normal(),
      };
    });
    const [across, along] = [calm(looks.map((look) => look.x)), calm(looks.map((look) => look.y))];
    return { x: across.value, y: along.value, spreadMm: Math.max(across.spread, along.spread) };
  });
}

/** The mean of what lies near the middle one, with its standard error: nothing that is far off counts. */
function calm(values: number[]): { value: number; spread: number } {
  const sorted = [...values].sort((p, q) => p - q);
  const middle = sorted[Math.floor(sorted.length / 2)];
  const spread = sorted.map((value) => Math.abs(value - middle)).sort((p, q) => p - q)[Math.floor(sorted.length / 2)];
  const near = sorted.filter((value) => Math.abs(value - middle) <= 3 * spread + 1e-9);
  const mean = near.reduce((sum, value) => sum + value, 0) / near.length;
  const square = near.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return { value: mean, spread: Math.sqrt(square / Math.max(1, near.length - 1) / near.length) };
}
