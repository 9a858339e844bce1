import type { Bounds, Point } from '../geometry';

/** What a hand needs between the edge and the first cut to get hold of the sheet, in mm. */
const GRIP_MM = 5;

/**
 * Where a step's parts start on a fresh sheet: in the lead corner of the cuttable area, with a little to hold on to
 * where there is room for it.
 */
export function firstPlace(area: Bounds, step: { widthMm: number; heightMm: number }): Point {
  const spareX = area.maxX - area.minX - step.widthMm;
  const spareY = area.maxY - area.minY - step.heightMm;
  return { x: area.minX + clampGrip(spareX), y: area.minY + clampGrip(spareY) };
}

const clampGrip = (spare: number): number => Math.max(0, Math.min(GRIP_MM, spare / 2));
