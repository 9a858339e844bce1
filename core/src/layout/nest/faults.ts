import { boundsOf, difference, intersection, normalise, regionArea, type Point, type Region } from '../../geometry';
import type { Nesting, NestPlacement, NestRequest } from './request';

/** Areas smaller than this are rounding, in mm². */
const ROUNDING_MM2 = 0.01;

/** A part where it was placed. */
export function placedRings(rings: Point[][], { x, y, angle, isTurnedOver }: NestPlacement): Region {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const side = isTurnedOver ? -1 : 1;
  return normalise(
    rings.map((ring) =>
      ring.map((point) => ({
        x: cos * side * point.x - sin * point.y + x,
        y: sin * side * point.x + cos * point.y + y,
      })),
    ),
  );
}

/**
 * What is wrong with a nesting, reckoned from the parts as they came and by the clipping library alone, with nothing of what laid them:
 * overlaps, parts over the edge or on a used spot, parts laid too often or at an angle that they may not lie at.
 */
export function nestingFaults({ parts, sheets }: NestRequest, { placements }: Nesting): string[] {
  const faults: string[] = [];
  const placed = placements.map((placement) => {
    const part = parts.find(({ id }) => id === placement.partId);
    const sheet = sheets.find(({ id }) => id === placement.sheetId);
    if (!part || !sheet) return null;
    const region = placedRings(part.rings, placement);
    return { placement, part, sheet, region, box: boundsOf(region.flat())! };
  });
  for (const one of placed) {
    if (!one) {
      faults.push('a part or a sheet is placed that was not asked for');
      continue;
    }
    const { placement, part, sheet, region } = one;
    const name = `“${part.id}” ${placement.copy}`;
    if (placement.isTurnedOver && !part.mayTurnOver) faults.push(`${name} is turned over`);
    if (
      part.angles !== 'free' &&
      !part.angles.some((angle) => Math.abs(Math.sin((angle - placement.angle) / 2)) < 1e-9)
    )
      faults.push(`${name} lies at an angle that it may not lie at`);
    if (placement.copy < 0 || placement.copy >= part.count) faults.push(`${name} was not asked for`);
    if (placement.sheetNumber < 0 || placement.sheetNumber >= sheet.count) faults.push(`${name} lies on no sheet`);
    if (regionArea(difference(region, normalise([sheet.outline]))) > ROUNDING_MM2)
      faults.push(`${name} is over the edge`);
    for (const hole of sheet.holes)
      if (regionArea(intersection(region, normalise([hole]))) > ROUNDING_MM2)
        faults.push(`${name} lies on a used spot`);
  }
  const seen = new Set<string>();
  for (const { partId, copy } of placements) {
    if (seen.has(`${partId} ${copy}`)) faults.push(`“${partId}” ${copy} lies twice`);
    seen.add(`${partId} ${copy}`);
  }
  for (const [i, a] of placed.entries()) {
    for (const b of placed.slice(i + 1)) {
      if (!a || !b || a.sheet !== b.sheet || a.placement.sheetNumber !== b.placement.sheetNumber) continue;
      if (a.box.maxX <= b.box.minX || b.box.maxX <= a.box.minX || a.box.maxY <= b.box.minY || b.box.maxY <= a.box.minY)
        continue;
      const both = regionArea(intersection(a.region, b.region));
      if (both > ROUNDING_MM2)
        faults.push(
          `“${a.part.id}” ${a.placement.copy} and “${b.part.id}” ${b.placement.copy} overlap by ${both.toFixed(3)} mm²`,
        );
    }
  }
  return faults;
}
