import type { Correction } from './correction';

/** No fit is better than what a head can be set to, in mm. */
const LEAST_MM = 0.02;
/** At the edges of a sheet a fit is seldom off by more than so many single readings. */
const READINGS_AT_EDGE = 3;

/**
 * How far what is brought by marks comes to lie beside its place, at the edges of the sheet, in mm: what is left over of the
 * marks tells how well each was read, as four numbers were fitted to two for each mark. null where two marks fit by themselves.
 */
export function expectedErrorMm({ residualMm, used }: Pick<Correction, 'residualMm' | 'used'>): number | null {
  const spare = 2 * used.length - 4;
  return spare > 0 ? Math.max(LEAST_MM, READINGS_AT_EDGE * residualMm * Math.sqrt(used.length / spare)) : null;
}
