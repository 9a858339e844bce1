import { layInHole } from './in-holes';
import { NOT_LAID, type Laying } from './laying';
import { poseChoices } from './pose-choices';
import type { Posed } from './posed';
import { CellGrid, maskOf, type CellMask } from './raster-fill';

/** Cells along the side of a part of middling size. */
const FINE = 16;
const LEAST_COLUMNS = 40;
const MOST_COLUMNS = 1500;
/** A part is moved on to within this share of a cell. */
const SETTLED = 1 / 64;

interface Choice {
  pose: Posed;
  mask: CellMask;
  /** Of each sheet: above this row there is no room for it, for what is laid stays. */
  from: number[];
}

/** The cell of a sheet's grid, in mm. */
function cellFor(laying: Laying, width: number): number {
  const mean = laying.copies.reduce((sum, { shape }) => sum + shape.area, 0) / Math.max(1, laying.count);
  return Math.min(width / LEAST_COLUMNS, Math.max(width / MOST_COLUMNS, Math.sqrt(mean) / FINE));
}

/**
 * Lays the copies one after the other, each in a hole of what lies that has room for it, else where its lower edge comes to lie highest and then farthest to the left, on the first
 * sheet that has room; then moves it on as far as it goes. What has no room stays unlaid. What lies already stays.
 * @param order which copies, in which order
 */
export function layInRows(laying: Laying, order: readonly number[], isOver: () => boolean = () => false): void {
  const grids = laying.beds.map(({ ground, taken }) => {
    const [width, height] = [ground.maxX - ground.minX, ground.maxY - ground.minY];
    const grid = new CellGrid(ground.minX, ground.minY, width, height, cellFor(laying, Math.max(width, 1e-6)));
    for (const spot of taken) grid.take(spot, 0, 0);
    return grid;
  });
  for (let i = 0; i < laying.count; i++)
    if (laying.bed[i] !== NOT_LAID) grids[laying.bed[i]].take(laying.poses[i], laying.x[i], laying.y[i]);
  const known = new Map<string, Choice[][]>();
  for (const i of order) {
    if (isOver()) return;
    const copy = laying.copies[i];
    if (!copy.shape.pieces.length) continue;
    const ofPart = known.get(copy.partId) ?? choicesOn(laying, i, grids);
    known.set(copy.partId, ofPart);
    const poses = (ofPart.at(0) ?? []).map(({ pose }) => pose);
    if (layInHole(laying, i, poses)) {
      grids[laying.bed[i]].take(laying.poses[i], laying.x[i], laying.y[i]);
      continue;
    }
    for (let b = 0; b < laying.beds.length; b++) {
      if (!layOn(laying, i, b, grids[b], ofPart[b])) continue;
      grids[b].take(laying.poses[i], laying.x[i], laying.y[i]);
      break;
    }
  }
}

/** The poses of a copy as cells of each sheet's grid; sheets with cells of one size share them. */
function choicesOn(laying: Laying, i: number, grids: readonly CellGrid[]): Choice[][] {
  const poses = poseChoices(laying.copies[i]);
  const bySize = new Map<number, CellMask[]>();
  return grids.map(({ cell }, b) => {
    const masks = bySize.get(cell) ?? poses.map((pose) => maskOf(pose, cell, -pose.minX, -pose.minY));
    bySize.set(cell, masks);
    return poses.map((pose, k) => ({ pose, mask: masks[k], from: grids.map(() => 0).slice(0, b + 1) }));
  });
}

function layOn(laying: Laying, i: number, b: number, grid: CellGrid, choices: Choice[]): boolean {
  let best: { pose: Posed; x: number; y: number; bottom: number } | null = null;
  const endOf = Math.ceil((laying.limitY[b] - grid.minY) / grid.cell);
  for (const choice of choices) {
    const { pose, mask } = choice;
    const height = pose.maxY - pose.minY;
    // Nothing that ends lower than the best so far is looked for.
    const end = best ? Math.min(endOf, Math.ceil((best.bottom - grid.minY) / grid.cell)) : endOf;
    const place = grid.firstFree(mask, choice.from[b], end);
    if (!place) {
      if (!best) choice.from[b] = grid.rows;
      continue;
    }
    choice.from[b] = place.row;
    const x = grid.minX + place.column * grid.cell - pose.minX;
    const y = grid.minY + place.row * grid.cell - pose.minY;
    const bottom = grid.minY + place.row * grid.cell + height;
    if (!best || bottom < best.bottom - 1e-9) best = { pose, x, y, bottom };
  }
  if (!best) return false;
  laying.lay(i, b, best.pose, best.x, best.y);
  settle(laying, i, grid.cell);
  return true;
}

/** Moves a copy up and to the left as far as it goes. */
function settle(laying: Laying, i: number, cell: number): void {
  const [bed, pose] = [laying.bed[i], laying.poses[i]];
  for (let turn = 0; turn < 2; turn++) {
    for (const [dx, dy] of [
      [0, -1],
      [-1, 0],
    ]) {
      for (let step = cell; step > cell * SETTLED;) {
        const [x, y] = [laying.x[i] + dx * step, laying.y[i] + dy * step];
        if (laying.isFreeAt(i, bed, pose, x, y)) laying.lay(i, bed, pose, x, y);
        else step /= 2;
      }
    }
  }
}
