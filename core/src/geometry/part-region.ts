import { difference, union, type Region } from './clip';
import { nestRings } from './nesting';
import type { Point } from './point';

/**
 * The region of a part: every ring counts as filled all over (nonzero), also where it crosses itself; a ring within
 * another is its hole, one within a hole is filled again. Normalised.
 */
export function regionOfRings(rings: readonly Point[][]): Region {
  if (rings.length === 0) return [];
  if (rings.length === 1) return union([[rings[0]]]);
  const depth = nestRings([...rings]).map((around) => around.length);
  let region: Region = [];
  for (let level = 0; level <= Math.max(...depth); level++) {
    const own = union(rings.filter((_, i) => depth[i] === level).map((ring) => union([[ring]])));
    region = level % 2 === 0 ? union([region, own]) : difference(region, own);
  }
  return region;
}
