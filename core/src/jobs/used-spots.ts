import type { Point } from '../geometry';
import type { StockKind } from '../materials';
import type { ProcessName } from '../recipes';
import { trialSize } from '../shapes';

/** What is known of a piece that was used before. */
export interface UsedPiece {
  kind?: StockKind;
  count: number;
  holes?: readonly (readonly Point[])[];
  /** Trials that were left on it: their upper left corners. */
  trials?: readonly { x: number; y: number; process: ProcessName }[];
}

/** What is kept free round a trial, in mm. */
const ROUND_MM = 1;

/**
 * The spots of a piece that were used already: what earlier jobs took out of it, and trials; as rings in mm. Of several
 * alike nobody knows which one the trials are on, and a roll is cut off behind them.
 */
export function usedSpots({ kind, count, holes = [], trials = [] }: UsedPiece): Point[][] {
  const isThis = count === 1 && kind !== 'roll';
  return [
    ...holes.map((hole) => [...hole]),
    ...(isThis ? trials : []).map(({ x, y, process }) => {
      const { widthMm, heightMm } = trialSize(process);
      const [left, top, right, bottom] = [x - ROUND_MM, y - ROUND_MM, x + widthMm + ROUND_MM, y + heightMm + ROUND_MM];
      return [
        { x: left, y: top },
        { x: right, y: top },
        { x: right, y: bottom },
        { x: left, y: bottom },
      ];
    }),
  ];
}
