import { readdirSync, readFileSync } from 'node:fs';
import { readSvg } from '@keen-anvil/core/artwork';
import { boundsOf, regionOf, signedArea, withoutHoles, type Point } from '@keen-anvil/core/geometry';
import type { NestPart } from '@keen-anvil/core/layout';

const DEMO = 'server/demo';
/** Smaller parts than this are letters and holes of others, in mm². */
const LEAST_MM2 = 60;
/** What fills more of its box than this is a plate. */
const PLATE = 0.95;

/** Parts of the demo's own drawings that are cut out and no mere plates, the same again and again until there are so many. */
export function demoParts(count: number): NestPart[] {
  const all = readdirSync(DEMO)
    .filter((name) => name.endsWith('.svg'))
    .sort()
    .flatMap((name) =>
      readSvg(readFileSync(`${DEMO}/${name}`, 'utf8')).parts.flatMap(({ contours }) => {
        const [ring] = withoutHoles(regionOf(contours));
        if (!ring) return [];
        return isOdd(ring) ? [ring] : [];
      }),
    );
  return Array.from({ length: count }, (_, i): NestPart => ({
    id: `part ${i}`,
    rings: [all[i % all.length]],
    count: 1,
    angles: 'free',
    mayTurnOver: false,
  }));
}

/** Whether a ring is worth nesting: large enough, and no mere plate, which is a box already. */
function isOdd(ring: readonly Point[]): boolean {
  const { minX, minY, maxX, maxY } = boundsOf([...ring])!;
  const area = Math.abs(signedArea([...ring]));
  return area > LEAST_MM2 && area < PLATE * (maxX - minX) * (maxY - minY);
}
