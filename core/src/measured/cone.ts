import type { Point } from '../geometry';
import { formatNumber } from '../units';
import { choice, length, MeasureRefusedError, type Measure, type Measures } from './measured-shape';

/** What is measured of a cup. */
export const CUP_MEASURES: readonly Measure[] = [
  choice('how', 'Measured', ['across', 'round', 'on a paper template']),
  length('top', 'At the top', 85, { min: 5, max: 3000, step: 0.5 }),
  length('bottom', 'At the bottom', 60, { min: 5, max: 3000, step: 0.5 }),
  length('height', 'Height between (template: its side)', 110, { min: 5, max: 2000, step: 0.5 }),
  length('rise', 'Template: rise of the upper edge', 0, { min: 0, max: 1000, step: 0.5 }),
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

/** Both diameters of a cup, and how long its wall is, in mm. */
interface Wall {
  upper: number;
  lower: number;
  slant: number;
}

function onCup({ how, top, bottom, height }: Measures): Wall {
  const across = (mm: number) => (how === 1 ? mm / Math.PI : mm);
  const [upper, lower] = [across(top), across(bottom)];
  return { upper, lower, slant: Math.hypot(height, (upper - lower) / 2) };
}

/** The rise of a template is measured by eye: so far it may be off, in mm and as a share of what it should be. */
const RISE_OFF_MM = 1.5;
const RISE_OFF = 0.15;

/**
 * A cup from its paper template, a part of a ring: straight across its upper and its lower corners, along its side, and how far the middle
 * of its upper edge rises above the corners. Three of them say all (the radii are as the chords are); the fourth tells whether they fit.
 * @throws MeasureRefusedError where they do not fit each other
 */
function onTemplate({ top, bottom, height: side, rise = 0 }: Measures): Wall {
  const straight = Math.abs(top - bottom) < 1e-3;
  const radius = straight ? Infinity : side / Math.abs(1 - bottom / top);
  if (top > 2 * radius)
    throw new MeasureRefusedError(
      'top',
      `With a side of ${formatNumber(side, 1)} mm and ${formatNumber(bottom, 1)} mm below, the upper corners are ${formatNumber(2 * radius, 1)} mm apart at most; ${formatNumber(top, 1)} mm came.`,
    );
  const half = straight ? 0 : Math.asin(top / (2 * radius));
  const expected = straight ? 0 : radius * (1 - Math.cos(half));
  if (Math.abs(rise - expected) > Math.max(RISE_OFF_MM, RISE_OFF * expected))
    throw new MeasureRefusedError(
      'rise',
      `The measures of the template do not fit each other: with the other three the upper edge rises by ${formatNumber(expected, 1)} mm; ${formatNumber(rise, 1)} mm came.`,
    );
  const [upperArc, lowerArc] = straight ? [top, bottom] : [2 * half * radius, (2 * half * radius * bottom) / top];
  return { upper: upperArc / Math.PI, lower: lowerArc / Math.PI, slant: side };
}

/** The unrolled wall of a cup, by the annular sector: R = D/2 · s / (|D₁ − D₂|/2), angle = 2π · (D/2) / R. */
export function coneOf(measures: Measures): Cone {
  const { upper, lower, slant } = measures.how === 2 ? onTemplate(measures) : onCup(measures);
  const taper = (upper - lower) / 2;
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
