import { TEMPERS, type Temper } from '../recipes';
import type { FillWay } from './fill-ways';

/** Ways with the same lines as those that a recipe for an area was proven with. */
const SAME_LINES: readonly FillWay[] = ['both-ways', 'one-way'];

/**
 * How proven a recipe for an area is when the area is gone over in another way: the same lines keep its temper, others have its
 * numbers lent, and count as straw until they were seen.
 */
export function temperForWay(temper: Temper, way: FillWay): Temper {
  if (SAME_LINES.includes(way)) return temper;
  return TEMPERS.indexOf(temper) > TEMPERS.indexOf('straw') ? 'straw' : temper;
}
