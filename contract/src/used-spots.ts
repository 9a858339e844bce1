import type { Point } from '@keen-anvil/core/geometry';
import { trialSize } from '@keen-anvil/core/shapes';
import type { StockPieceView } from './answers';

/** What is kept free round a trial, in mm. */
const ROUND_MM = 1;

/** The spots of a piece that were used already: what earlier jobs took out of it, and trials; as rings in mm. */
export const usedSpots = ({ holes, trials }: Pick<StockPieceView, 'holes' | 'trials'>): Point[][] => [
  ...holes,
  ...trials.map(({ x, y, process }) => {
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
