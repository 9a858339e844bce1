import { intersection, regionArea } from '../../geometry';
import { NOT_LAID, type Laying } from './laying';
import type { Nesting, NestPlacement, NestRequest } from './request';

/** What a laying is judged by, the first first. */
export interface Score {
  /** The area of what found no room, in mm². */
  unplacedArea: number;
  sheets: number;
  /** How far along y the sheets are used, together, in mm. */
  length: number;
}

/** Shorter by less than this is not shorter, in mm. */
const SHORTER = 1e-4;

export function scoreOf(laying: Laying): Score {
  let unplacedArea = 0;
  for (let i = 0; i < laying.count; i++) if (laying.bed[i] === NOT_LAID) unplacedArea += laying.copies[i].shape.area;
  const used = usedBeds(laying);
  // Of the lengths the least is what is made shorter; the others are taken whole.
  return { unplacedArea, sheets: used.length, length: used.reduce((sum, bed) => sum + lengthOf(laying, bed), 0) };
}

export function isBetterScore(a: Score, b: Score): boolean {
  if (Math.abs(a.unplacedArea - b.unplacedArea) > 1e-9) return a.unplacedArea < b.unplacedArea;
  if (a.sheets !== b.sheets) return a.sheets < b.sheets;
  return a.length < b.length - SHORTER;
}

const usedBeds = (laying: Laying): number[] => laying.beds.map((_, b) => b).filter((b) => laying.bed.includes(b));

const lengthOf = (laying: Laying, bed: number): number => laying.usedY(bed) - laying.beds[bed].ground.startY;

/** A laying as it is handed out. */
export function nestingOf(laying: Laying, { parts, gapMm }: NestRequest): Nesting {
  const placements: NestPlacement[] = [];
  const unplaced = new Map<string, number>();
  let area = 0;
  for (let i = 0; i < laying.count; i++) {
    const { partId, copy, shape } = laying.copies[i];
    if (laying.bed[i] === NOT_LAID) {
      unplaced.set(partId, (unplaced.get(partId) ?? 0) + 1);
      continue;
    }
    area += shape.area;
    const { angle, isTurnedOver } = laying.poses[i];
    const { sheetId, sheetNumber } = laying.beds[laying.bed[i]];
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const side = isTurnedOver ? -shape.middle.x : shape.middle.x;
    placements.push({
      partId,
      copy,
      sheetId,
      sheetNumber,
      x: laying.x[i] - (cos * side - sin * shape.middle.y),
      y: laying.y[i] - (sin * side + cos * shape.middle.y),
      angle,
      isTurnedOver,
    });
  }
  const used = usedBeds(laying);
  // What is grown on each part is no part of it.
  const length = used.reduce((sum, bed) => sum + Math.max(0, lengthOf(laying, bed) - gapMm / 2), 0);
  const ground = used.reduce((sum, bed) => sum + usedArea(laying, bed, gapMm), 0);
  return {
    placements,
    unplaced: parts.flatMap(({ id }) => (unplaced.has(id) ? [{ partId: id, count: unplaced.get(id)! }] : [])),
    usedLengthMm: length,
    density: ground > 0 ? Math.min(1, area / ground) : 0,
  };
}

/** The area of a sheet as far as it is used, without its used spots. */
function usedArea(laying: Laying, bed: number, gapMm: number): number {
  const { region, startY } = laying.beds[bed].ground;
  const end = startY + Math.max(0, lengthOf(laying, bed) - gapMm / 2);
  const xs = region.flat().map(({ x }) => x);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const upTo = [
    { x: left, y: startY },
    { x: right, y: startY },
    { x: right, y: end },
    { x: left, y: end },
  ];
  return regionArea(intersection(region, [upTo]));
}
