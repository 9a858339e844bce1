import { difference, isInside, offset, regionArea, type Bounds, type Point, type Region } from '../geometry';

export interface FreePlaceRequest {
  /** The piece's outline: its outer ring, then its holes. */
  outline: Region;
  /** What of it the machine reaches. */
  reach: Bounds;
  /** What lies there already. */
  taken: Bounds[];
  widthMm: number;
  heightMm: number;
  count: number;
  /** Distance kept from the edge and from what lies there, in mm. */
  gapMm: number;
}

/** Places are looked for in steps of this, in mm. */
const STEP_MM = 2;

/**
 * Places for rectangles of one size on what is free of a piece, row by row from its lead corner, clear of each other.
 * @returns upper left corners in mm; fewer than asked for where there is no more room
 */
export function freePlaces({ outline, reach, taken, widthMm, heightMm, count, gapMm }: FreePlaceRequest): Point[] {
  const [outer, ...holes] = outline;
  if (!outer) return [];
  const inner = offset([outer], -gapMm);
  const free = holes.length ? difference(inner, offset(holes, gapMm)) : inner;
  const found: Point[] = [];
  const lying = [...taken];
  for (let y = reach.minY; y + heightMm <= reach.maxY + 1e-9 && found.length < count; y += STEP_MM) {
    for (let x = reach.minX; x + widthMm <= reach.maxX + 1e-9 && found.length < count; x += STEP_MM) {
      const box = { minX: x, minY: y, maxX: x + widthMm, maxY: y + heightMm };
      const blocking = lying.find((other) => apart(box, other) < gapMm);
      if (blocking) {
        // Nothing fits before the far side of what lies there.
        x = Math.max(x, Math.floor((blocking.maxX + gapMm - reach.minX) / STEP_MM) * STEP_MM + reach.minX - STEP_MM);
        continue;
      }
      if (!liesIn(box, free)) continue;
      found.push({ x, y });
      lying.push(box);
    }
  }
  return found;
}

/** Distance between two rectangles along the axis on which they are further apart; below 0 where they overlap. */
function apart(a: Bounds, b: Bounds): number {
  return Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY);
}

function liesIn({ minX, minY, maxX, maxY }: Bounds, region: Region): boolean {
  const ring = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ];
  // A corner outside tells at once; only then the areas have to.
  if (!ring.every((corner) => region.filter((r) => isInside(corner, r)).length % 2 === 1)) return false;
  return regionArea(difference([ring], region)) < 1e-6;
}
