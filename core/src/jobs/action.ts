import type { SourceChoices, SourceName } from '../artwork-choices';
import type { Bounds, Corners, Point } from '../geometry';
import type { FillWay } from '../hatching';
import type { Place, SheetTurn } from '../layout';
import type { TruePhoto } from '../materials';
import type { Measures } from '../measured';
import type { Bridge } from '../parts';
import type { ProcessName } from '../recipes';
import type { Print } from './print';
import type { PartRole, StepCut, StepNudge } from './document';

/** Brings in a drawing that was read: a step for each of its colours. */
export interface AddDrawing {
  do: 'add-drawing';
  drawingId: string;
  source: SourceName;
  name: string;
  choices: SourceChoices;
  drawn: Bounds;
}

/** Takes another reading of a drawing: steps stay, and parts are found again by their keys. */
export interface TakeReading {
  do: 'take-reading';
  drawingId: string;
  reading: number;
  name: string;
  choices: SourceChoices;
  drawn: Bounds;
}

/** A drawing's exact size (of what is kept of it, mm), its place in the job's plane, and what is known of it. */
export interface ChangeDrawing {
  do: 'change-drawing';
  drawingId: string;
  widthMm?: number;
  heightMm?: number;
  xMm?: number;
  yMm?: number;
  isSizeLocked?: boolean;
  readsReversed?: boolean;
}

/** Makes all that is drawn so many times as large, at the same places to each other. */
export interface ScaleDrawings {
  do: 'scale-drawings';
  factor: number;
}

export interface ChangeRole {
  do: 'change-role';
  partIds: readonly string[];
  role: Exclude<PartRole, 'within'>;
}

export interface MoveToStep {
  do: 'move-to-step';
  partIds: readonly string[];
  stepId: string;
}

/** Splits parts off into a step of their own, done as the step they come from. */
export interface SplitStep {
  do: 'split-step';
  partIds: readonly string[];
  /** Of the new step. */
  stepId: string;
}

export interface TakeApart {
  do: 'take-apart';
  partIds: readonly string[];
}

export interface PutTogether {
  do: 'put-together';
  partIds: readonly string[];
}

export interface DrawOutline {
  do: 'draw-outline';
  partIds: readonly string[];
  /** Below 0: inside. */
  distanceMm: number;
  corners?: Corners;
  /** Without the holes of the part. */
  fillsHoles?: boolean;
  /** So many of them, each that much further than the one before. */
  count?: number;
}

/** Makes parts into what an operation makes of them: each by itself, or all of them as one, which the first goes on as. */
export interface MakePart {
  do: 'make-part';
  partIds: readonly string[];
  by: string;
  measures: Measures;
  /** All of them together as one, as they lie to each other; else each by itself. */
  asGroup?: boolean;
  /** The step that it is done in, where its parts are in several. */
  stepId?: string;
}

/** Turns the measures of a part that was made. */
export interface ChangeMaking {
  do: 'change-making';
  partId: string;
  measures: Measures;
}

/** Says what is printed in parts; null for nothing any more. */
export interface PrintParts {
  do: 'print-parts';
  prints: readonly { partId: string; print: Print | null }[];
}

/** A border round parts: cut on its edge, cut through further out, printed in a colour with what it goes round. */
export interface MakeRim {
  do: 'make-rim';
  partIds: readonly string[];
  /** Of the border. */
  widthMm: number;
  /** Gaps up to this width are closed. */
  gapsMm: number;
  /** From the rim's edge to where it is cut through; null for no such cut. */
  peelMm: number | null;
  colour: string;
  bleedMm: number;
}

/** Presses parts into a sheet from its back: a reversed stencil of them, and a line inside at an exact gap, gone over twice. */
export interface DebossFromBack {
  do: 'deboss-from-back';
  partIds: readonly string[];
  /** From the stencil's edge to the middle of the stylus. */
  gapMm: number;
}

export const ALIGNMENTS = [
  'left',
  'centre',
  'right',
  'top',
  'middle',
  'bottom',
  'on-one-middle',
  'on-text',
  'spread-across',
  'spread-down',
] as const;

/** Lays parts to each other, in the plane of the job. */
export interface AlignParts {
  do: 'align-parts';
  partIds: readonly string[];
  at: (typeof ALIGNMENTS)[number];
}

/** Puts bars into parts; they come as they lie on the sheet of the parts' step. */
export interface PutBridges {
  do: 'put-bridges';
  partIds: readonly string[];
  bridges: readonly Bridge[];
}

/** Changes what is done in a step; what follows from it follows by itself. */
export interface ChangeStep {
  do: 'change-step';
  stepId: string;
  process?: ProcessName;
  materialId?: string;
  stockPieceId?: string;
  machineId?: string;
  toolId?: string;
  holder?: number;
  mirrored?: boolean;
  /** Whether the sheet is turned over before it, and how. */
  turned?: SheetTurn | null;
  onCarrier?: boolean;
  isSkipped?: boolean;
  fill?: FillWay;
  /** At least so often. */
  rounds?: number;
  /** null for as usual. */
  cut?: StepCut | null;
  /** What it is pressed onto; null takes that back. */
  onMaterialId?: string | null;
  /** null takes it back. */
  nudge?: StepNudge | null;
}

/** Moves some parts of a step on their sheet, with what lies on it in other steps unless they are to move alone. */
export interface NudgeParts {
  do: 'nudge-parts';
  stepId: string;
  partIds: readonly string[];
  dxMm: number;
  dyMm: number;
  alone?: boolean;
}

/**
 * Moves a step back onto its sheet, with what lies on it in other steps; what has no room there as it was drawn is laid drawing by
 * drawing.
 */
export interface MoveIn {
  do: 'move-in';
  stepId: string;
  dxMm: number;
  dyMm: number;
}

/** A sheet to lay parts on: one of the job's, or a new one from a piece of stock. */
export interface LaidSheet {
  /** null for a new one. */
  sheetId: string | null;
  /** The piece that a new one is of. */
  stockPieceId: string | null;
  onCarrier: boolean;
}

/** Where a copy of a part lies. */
export interface LaidPlace extends Place {
  partId: string;
  /** Which of the action's sheets. */
  sheet: number;
}

/** Says where parts lie: there, as often as they are named, and nowhere else. */
export interface LayParts {
  do: 'lay-parts';
  partIds: readonly string[];
  sheets: readonly LaidSheet[];
  lies: readonly LaidPlace[];
}

/** Makes a part as large as fits onto its piece, and lays it there. */
export interface SizeToFit {
  do: 'size-to-fit';
  partId: string;
  /** Kept from every edge and from what lies there, in mm. */
  gapMm: number;
  /** Turned as fits best; else as it was drawn. */
  anyAngle: boolean;
}

/** Says where sheets lie on the carrier that they are taped to; null for the carrier's own corner. */
export interface PlaceOnCarrier {
  do: 'place-on-carrier';
  places: readonly { sheetId: string; at: Point | null }[];
}

/** Lays a photo at true size under a sheet; null takes it away. */
export interface PhotographSheet {
  do: 'photograph-sheet';
  sheetId: string;
  photo: TruePhoto | null;
}

/** Puts the parts of one step into another one, which stays as it is. */
export interface MergeSteps {
  do: 'merge-steps';
  stepId: string;
  intoId: string;
}

export const STEP_GROUPINGS = ['colour', 'layer'] as const;

/** Makes the steps anew: one for each colour or layer of what is processed. */
export interface GroupSteps {
  do: 'group-steps';
  by: (typeof STEP_GROUPINGS)[number];
}

/** Puts the steps into an order by hand; empty for the order that the rules make. */
export interface OrderSteps {
  do: 'order-steps';
  order: readonly string[];
}

/** Everything that can be done to a job. */
export type JobAction = (
  | AddDrawing
  | TakeReading
  | ChangeDrawing
  | ScaleDrawings
  | ChangeRole
  | MoveToStep
  | SplitStep
  | TakeApart
  | PutTogether
  | DrawOutline
  | MakePart
  | ChangeMaking
  | AlignParts
  | DebossFromBack
  | PrintParts
  | MakeRim
  | PutBridges
  | ChangeStep
  | NudgeParts
  | MoveIn
  | LayParts
  | SizeToFit
  | PlaceOnCarrier
  | PhotographSheet
  | MergeSteps
  | GroupSteps
  | OrderSteps
) & {
  /** Made by who asks for it: what comes of it has ids of its own by this, the same on either side. */
  id: string;
};

export type JobActionOf<Name extends JobAction['do']> = Extract<JobAction, { do: Name }>;
