import { difference, edgesOf, flatten, IDENTITY, regionOf, union, type Point, type Region } from '../geometry';
import { circle, length } from '../measured';
import { OperationRefusedError, type Operation } from './operation';
import { boxOf } from './repeats';

const ring = (middle: Point, radius: number): Point[] => flatten(circle(middle, radius), 0.005).points;

/** A ring to hang a part by, joined to its outline by a neck. */
export const EYE: Operation = {
  name: 'eye',
  label: 'A hanging eye',
  needs: 'one',
  measures: [
    { name: 'angle', label: 'Where', unit: '°', usual: 0, min: -180, max: 180, step: 5 },
    length('hole', 'Hole', 3, { min: 0.5, max: 200, step: 0.5 }),
    length('band', 'Band round it', 2, { min: 0.3, max: 200, step: 0.5 }),
    length('neck', 'Neck', 0.5, { min: -50, max: 200, step: 0.5 }),
  ],
  carriesPrint: () => IDENTITY,
  apply: ([lines], { angle, hole, band, neck }) => {
    const region = regionOf(lines);
    if (region.length === 0) throw new OperationRefusedError('an eye needs an outline to hold on to');
    return edgesOf(withEye(region, boxOf(lines), angle, hole, band, neck));
  },
};

/** A region with an eye; its angle is counted from straight above, clockwise. */
export function withEye(
  region: Region,
  { minX, maxX, minY, maxY }: { minX: number; maxX: number; minY: number; maxY: number },
  angle: number,
  hole: number,
  band: number,
  neck: number,
): Region {
  const turn = (angle * Math.PI) / 180;
  const out = { x: Math.sin(turn), y: -Math.cos(turn) };
  const radius = hole / 2 + band;
  const { from, edge } = holdingPlace(region, { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }, out, radius);
  const middle = { x: from.x + out.x * (edge + neck + radius), y: from.y + out.y * (edge + neck + radius) };
  const across = { x: -out.y, y: out.x };
  const half = Math.min(radius, Math.max(band, radius * 0.7));
  // The neck runs from the middle of the eye some way into the part, so that both hold.
  const bar = [
    [-1, 0],
    [1, 0],
    [1, 1],
    [-1, 1],
  ].map(([s, t]) => {
    const back = t * (radius + Math.max(neck, 0) + band);
    return { x: middle.x + s * half * across.x - back * out.x, y: middle.y + s * half * across.y - back * out.y };
  });
  return difference(union([region, [ring(middle, radius)], [bar]]), [ring(middle, hole / 2)]);
}

/**
 * Where an eye holds on: straight out from the middle, or where nothing of the part lies that way (an L has nothing above its
 * middle), at what reaches farthest that way, as near to the middle's line as can be.
 */
function holdingPlace(region: Region, middle: Point, out: Point, radius: number): { from: Point; edge: number } {
  const straight = farthestOn(region, middle, out);
  if (straight !== null) return { from: middle, edge: straight };
  const seen = region.flat().map(({ x, y }) => {
    const [dx, dy] = [x - middle.x, y - middle.y];
    return { along: dx * out.x + dy * out.y, aside: dx * -out.y + dy * out.x };
  });
  const far = Math.max(...seen.map(({ along }) => along));
  const nearest = seen
    .filter(({ along }) => along > far - radius)
    .sort((a, b) => Math.abs(a.aside) - Math.abs(b.aside))[0];
  // A little further in than its corner, so that the neck holds on both of its sides.
  const aside = nearest.aside + Math.sign(nearest.aside) * (radius / 2);
  const from = { x: middle.x - out.y * aside, y: middle.y + out.x * aside };
  return { from, edge: farthestOn(region, from, out) ?? nearest.along };
}

/** How far from a point the outline lies in a direction: the farthest that a ray meets; null where it meets none. */
function farthestOn(region: Region, from: Point, way: Point): number | null {
  let farthest: number | null = null;
  for (const ring of region)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [ax, ay] = [ring[j].x - from.x, ring[j].y - from.y];
      const [dx, dy] = [ring[i].x - ring[j].x, ring[i].y - ring[j].y];
      const det = dx * way.y - dy * way.x;
      if (Math.abs(det) < 1e-12) continue;
      const t = (ay * way.x - ax * way.y) / det;
      const s = (dx * ay - dy * ax) / det;
      if (t >= 0 && t <= 1 && s > 0 && (farthest === null || s > farthest)) farthest = s;
    }
  return farthest;
}
