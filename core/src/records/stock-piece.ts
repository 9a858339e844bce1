import type { StockKind, TruePhoto } from '../materials';
import type { ProcessName } from '../recipes';

/** A sheet, roll or blank as it is in stock. */
export interface StockPieceView {
  id: string;
  version: number;
  kind: StockKind;
  name: string;
  widthMm: number;
  /** Of a roll: what is left on it. */
  lengthMm: number;
  count: number;
  outline: { x: number; y: number }[] | null;
  /** What was used of it already. */
  holes: { x: number; y: number }[][];
  /** Trials that were left on it: their upper left corners. */
  trials: { x: number; y: number; process: ProcessName }[];
  photo: TruePhoto | null;
  isArchived: boolean;
}
