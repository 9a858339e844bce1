import type { CurveContour, Point } from '../geometry';
import { layClosely } from './nest/lay-closely';
import type { Turns } from './nest/turns';

/** All parts of one piece, and the sheet that it is laid on. */
export interface FitWish {
  parts: readonly CurveContour[][];
  outline: Point[];
  /** Spots that are used already. */
  holes: Point[][];
  gapMm: number;
  edgeMm: number;
  turns: Turns;
}

/** How often a piece lies on a sheet by its true outline, row by row; its parts keep their places to each other. The same wish always has the same answer. */
export function fitsClosely({ parts, outline, holes, gapMm, edgeMm, turns }: FitWish): number {
  const { lies } = layClosely(
    {
      parts: parts.map((contours, i) => ({ id: String(i), contours, count: 1 })),
      turnedOver: false,
      asOne: true,
      copies: 'fit',
      pieces: [{ id: 'sheet', outline, reach: null, holes, count: 1, isRoll: false }],
      turns,
      mayTurnOver: false,
      usesHoles: false,
      gapMm,
      edgeMm,
      seed: 1,
      millis: 0,
    },
    () => 0,
  );
  return lies.filter(({ partId }) => partId === '0').length;
}
