import type { Bounds, Point } from '../geometry';

/** What a hand needs between the edge and the first cut to get hold of the sheet, in mm. */
const GRIP_MM = 5;

/**
 * The place that puts a step into the lead corner of the cuttable area of a fresh sheet, with a little to hold on to
 * where there is room for it.
 * @param box what the step takes up in the drawing's plane, mm
 */
export function firstPlace(area: Bounds, box: Bounds, mirrored: boolean): Point {
  const left = area.minX + grip(area.maxX - area.minX - (box.maxX - box.minX));
  const top = area.minY + grip(area.maxY - area.minY - (box.maxY - box.minY));
  return { x: left + (mirrored ? box.maxX : -box.minX), y: top - box.minY };
}

const grip = (spare: number): number => Math.max(0, Math.min(GRIP_MM, spare / 2));
