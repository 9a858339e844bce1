import type { Outcome, QuantityName, Settings } from '@keen-anvil/core/recipes';
import type { COVER, PictureWay } from '@keen-anvil/core/raster';
import type { PassPlan } from '@keen-anvil/core/tuning';
import type { Point } from '@keen-anvil/core/geometry';
import type { RecipeDetail } from './book';

export type TuningState = 'open' | 'settled' | 'ended';
export type TrialSheetState = 'planned' | 'running' | 'done';

/** One trial on a sheet. */
export interface TrialShapeView {
  id: string;
  number: number;
  settings: Settings;
  /** Earlier times in the same place, the first one first. */
  onTopOf: Settings[];
  /** Its upper left corner on the scrap, in mm. */
  at: Point;
  seenOutcome: Outcome | null;
  seenFault: 'depth' | 'corners' | null;
  outcome: Outcome | null;
  scoredAt: string | null;
  photoId: string | null;
}

/** A trial of a tuning that this one goes on from. */
export type EarlierTrialView = Pick<TrialShapeView, 'id' | 'settings' | 'onTopOf'> & { outcome: Outcome };

export interface TrialSheetView {
  id: string;
  number: number;
  state: TrialSheetState;
  isByHand: boolean;
  format: 'hpgl' | 'gcode' | null;
  estimateSeconds: number;
  /** Machine seconds gone, while it runs. */
  doneSeconds: number | null;
  shapes: TrialShapeView[];
}

export interface ChanceView {
  under: number;
  right: number;
  over: number;
}

/** What to try next. */
export interface AdviceView {
  settings: Settings;
  chance: ChanceView;
  isSettled: boolean;
  isHopeless: boolean;
  why: string;
  /** How sure one could be if one had to stop now, and with which numbers. */
  best: { settings: Settings; right: number; sure: number };
  /** What would make the last trial right on top of what was done there, where it was not enough. */
  repeat: { ofShapeId: string; number: number; settings: Settings; chance: ChanceView } | null;
}

export interface TuningView {
  id: string;
  version: number;
  state: TuningState;
  recipe: RecipeDetail;
  jobId: string | null;
  start: Settings;
  startSpread: number;
  fixed: QuantityName[];
  scrap: { stockPieceId: string | null; name: string; widthMm: number; lengthMm: number; outline: Point[] | null };
  /** Room that one trial takes, in mm. */
  shapeSize: { widthMm: number; heightMm: number };
  /** Trials of other tunings that lie on the same piece. */
  otherTrials: { at: Point; widthMm: number; heightMm: number }[];
  sheets: TrialSheetView[];
  /** What was tried before, where it goes on from another tuning; the first one first. */
  earlier: EarlierTrialView[];
  createdAt: string;
}

/** Advice comes apart from the tuning: it is reckoned when it is asked for. */
export interface TuningAdviceView {
  advice: AdviceView;
  passPlan: PassPlan | null;
}

/** Where right lies over two dials, all else as the recipe has it. */
export interface WindowView {
  x: QuantityName;
  y: QuantityName | null;
  xs: number[];
  ys: number[];
  /** Chance of being right, row by row of `ys`. */
  right: number[][];
}

export interface ToneLadderView {
  /** How shades are made: the ladder was burnt that way, and its curve holds for pictures engraved so. */
  way: PictureWay;
  /** What its patches differ in: a dial, or how much of each its dots cover (%). */
  quantity: QuantityName | typeof COVER;
  patches: { value: number; darkness: number }[];
  madeAt: string;
}
