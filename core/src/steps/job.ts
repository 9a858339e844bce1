import type { Decided } from '../artwork-choices';
import type { CurveContour } from '../geometry';
import type { FillWay } from '../hatching';
import type {
  BentTo,
  Difference,
  Drawing,
  DrawingFacts,
  JobDocument,
  MadeLayer,
  Placement,
  Print,
  Sheet,
  ShownPrint,
  StepCut,
  StepNudge,
} from '../jobs';
import type { SheetTurn } from '../layout';
import type { Bridge } from '../parts';
import type { PieceClaim } from '../preflight';
import type { Hold, HoldNames, ProcessName, Settings, Suggestion } from '../recipes';
import type { RecipeSummary, VariantView } from '../records';

/** What is done with a part in its job: it is processed, shows where something lies, or is left out. */
export const GIVEN_ROLES = ['process', 'guide', 'out'] as const;
export type GivenRole = (typeof GIVEN_ROLES)[number];

/** What a note of a job is about. */
export const NOTE_KINDS = ['words', 'measure', 'font', 'colour'] as const;
export type NoteKind = (typeof NOTE_KINDS)[number];

/** A part of a job: contours at true size in the job's plane, mm. */
export interface PartView {
  id: string;
  name: string;
  layer: string | null;
  /** The colour it is drawn in. */
  colour: string;
  artworkId: string;
  stepId: string | null;
  role: GivenRole;
  contours: CurveContour[];
  /** Where it lies, and how: on one sheet or several, once or several times. */
  places: readonly Placement[];
  /** It is the outline of another part, at an exact distance. */
  outline: { ofPartId: string; mm: number } | null;
  /** Whether it was made of what it can give back. */
  comesApart: boolean;
  /** In which steps it was made, the last one first, each with measures that can be turned. */
  layers: MadeLayer[];
  /** The cup that it was bent to, and where the middle of its upper edge lies in the job's plane. */
  cup?: BentTo | null;
  /** What is printed in it; null for nothing. */
  print: ShownPrint | null;
  /** The print as it was asked for, where it was given to this part. */
  printedBy: Print | null;
  bridges: Bridge[];
  /** Whether it is drawn filled, not as a line; null where the drawing does not say. */
  isFilled: boolean | null;
  /** How many contours of the drawing it is made of. */
  pieces: number;
  /** Letters of a joined script that should hang together. */
  script: string | null;
  /** Why there is nothing of it, as a sentence; null where there is something. */
  fault: string | null;
}

/** What the job found for a step: its recipe (nudged where a variant fits), or a suggestion, or why there is none. */
export interface StepRecipe {
  recipe: RecipeSummary | null;
  /** What is dialled in for this step: the recipe's settings, or those of the variant for this tool or piece. */
  settings: Settings | null;
  variant: VariantView | null;
  suggestion: Suggestion | null;
  refusal: string | null;
}

/** A sheet that something is done on in a step. */
export interface SheetOfStep extends Sheet {
  /** Which of the step's sheets it is, from 1, and of how many. */
  turn: number;
  of: number;
}

export interface StepView {
  id: string;
  position: number;
  /** The colour of the drawing that this step takes. */
  colour: string;
  process: ProcessName;
  materialId: string | null;
  /** The sheets that its parts lie on, in their order. */
  sheets: SheetOfStep[];
  /** Of its first sheet. */
  stockPieceId: string | null;
  machineId: string;
  toolId: string;
  holder: number;
  mirrored: boolean;
  /** It is done from the back, whatever its material is like. */
  isFromBack: boolean;
  /** The sheet was turned over before it; null while its front lies up. */
  turned: SheetTurn | null;
  /** Of its first sheet. */
  onCarrier: boolean;
  isSkipped: boolean;
  /** What is done was taken from the material's family, not chosen. */
  isProcessGuessed: boolean;
  /** Why the machine stops before this step, or null where it goes on. */
  hold: string | null;
  /** The same as facts. */
  holdFor: Hold | null;
  /** The sheet must lie as it did in the step before: do not lift it. */
  keepsSheet: boolean;
  /** Who else has a hand on its piece. */
  claims: PieceClaim[];
  /** What is dialled differently in this job alone. */
  nudge: StepNudge | null;
  /** How an area is gone over. */
  fill: FillWay;
  /** All of it is gone over at least so often on the same marks. */
  rounds: number;
  /** How its lines are cut; null for as usual. */
  cut: StepCut | null;
  /** What it is pressed onto. */
  onMaterialId: string | null;
  /** When a press plan pressed it for what the job is at now; null where it did not. */
  pressedAt: string | null;
  /** What is processed here. */
  parts: PartView[];
  match: StepRecipe;
  /** What its things are called. */
  names: HoldNames;
}

/** A drawing of a job, with what its reading says of it and what is decided about reading it. */
export interface ArtworkView extends Drawing {
  byteCount: number;
  facts: DrawingFacts;
  decided: Decided;
}

export interface NoteView {
  id: string;
  kind: NoteKind;
  label: string;
  value: string;
  madeAt: string;
  isArchived: boolean;
}

export type JobState = 'open' | 'running' | 'on-hold' | 'to-score' | 'done';

export interface JobSummary {
  id: string;
  name: string;
  state: JobState;
  stepCount: number;
  colours: string[];
  updatedAt: string;
  isArchived: boolean;
}

/** What was found for a step: its recipe, who else has a hand on its piece, whether it is pressed, and what its things are called. */
export interface StepFound {
  match: StepRecipe;
  pressedAt: string | null;
  claims: PieceClaim[];
  names: HoldNames;
}

/** A job as the server answers with it: its document, and what was found for it. */
export interface JobAnswer extends JobSummary {
  version: number;
  document: JobDocument;
  /** For each step, by its id. */
  found: Record<string, StepFound>;
  /** How large the file of each drawing is, by its id. */
  byteCounts: Record<string, number>;
  /** What the last edit of this device was, if it can be undone. */
  undo: string | null;
  /** What was undone last, if it can be done again. */
  redo: string | null;
  notes: NoteView[];
}

/** What was made of a job: what is different from the version that who asked for it has. */
export interface JobEdited extends Pick<JobAnswer, 'id' | 'version' | 'updatedAt' | 'undo' | 'redo'> {
  /** The version that it is different from. */
  from: number;
  difference: Difference;
  /** What was found anew; null where nothing of that can be different. */
  told: Pick<JobAnswer, 'found' | 'byteCounts' | 'stepCount' | 'colours'> | null;
}

/** A job as it is drawn: its answer with the shapes of its parts. */
export interface JobDetail extends JobAnswer {
  artworks: ArtworkView[];
  steps: StepView[];
  /** Guides, parts that are left out, and parts that no step takes. */
  otherParts: PartView[];
  isOrderByHand: boolean;
}
