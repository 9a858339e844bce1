import type { Point } from '../geometry';
import { choice, length, type Measure, type Measures } from './measured-shape';

/** What is measured of a cup. */
export const CUP_MEASURES: readonly Measure[] = [
  choice('how', 'Measured', ['across', 'round']),
  length('top', 'At the top', 85, { min: 5, max: 3000, step: 0.5 }),
  length('bottom', 'At the bottom', 60, { min: 5, max: 3000, step: 0.5 }),
  length('height', 'Height between', 110, { min: 5, max: 2000, step: 0.5 }),
];

/** A cup unrolled: a part of a ring, or a rectangle where it does not taper. */
export interface Cone {
  /** From edge to edge along its wall, in mm: s = √(h² + ((D₁ − D₂)/2)²). */
  slant: number;
  /** Round it half way up, in mm: as wide as a design may be. */
  around: number;
  /** Round it at the top and at the bottom, in mm. */
  edges: readonly [top: number, bottom: number];
  /** How far the apex lies from the upper edge along the wall; Infinity where it does not taper. */
  radius: number;
  /** Whether it is narrower below. */
  narrowsDown: boolean;
  /**
   * Where a place of a design comes to lie on the unrolled wall, in mm.
   * @param x from the middle of the design, along the wall half way up
   * @param y from the upper edge, along the wall
   */
  bend: (x: number, y: number) => Point;
}

/** The unrolled wall of a cup, by the annular sector: R = D/2 · s / (|D₁ − D₂|/2), angle = 2π · (D/2) / R. */
export function coneOf({ how, top, bottom, height }: Measures): Cone {
  const across = (mm: number) => (how === 1 ? mm / Math.PI : mm);
  const [upper, lower] = [across(top), across(bottom)];
  const taper = (upper - lower) / 2;
  const slant = Math.hypot(height, taper);
  const around = (Math.PI * (upper + lower)) / 2;
  const edges = [Math.PI * upper, Math.PI * lower] as const;
  // Below a thousandth of a millimetre it is a straight cup.
  if (Math.abs(taper) < 5e-4)
    return { slant, around, edges, radius: Infinity, narrowsDown: true, bend: (x, y) => ({ x, y }) };
  const narrowsDown = taper > 0;
  const radius = ((upper / 2) * slant) / Math.abs(taper);
  const full = (2 * Math.PI * (upper / 2)) / radius;
  return {
    slant,
    around,
    edges,
    radius,
    narrowsDown,
    bend: (x, y) => {
      const angle = (x / around) * full;
      const r = narrowsDown ? radius - y : radius + y;
      // The middle of the upper edge stays where it is; the apex lies below it, or above it.
      const across2 = r * Math.sin(angle);
      const along = r * Math.cos(angle);
      return narrowsDown ? { x: across2, y: radius - along } : { x: across2, y: along - radius };
    },
  };
}

/** By how much a straight wrap would miss at the seam of a tapered cup: the difference between its two edges. */
export const missIfStraight = ({ edges: [top, bottom] }: Cone): number => Math.abs(top - bottom);
