import type { ReadingNotice } from '@keen-anvil/core/artwork';
import type { FillWay } from '@keen-anvil/core/hatching';
import type { SheetTurn } from '@keen-anvil/core/layout';
import type { Decided, SizeQuestion } from '@keen-anvil/core/artwork-choices';
import type { Bridge } from '@keen-anvil/core/parts';
import type { GivenRole, NoteKind } from '../requests';
import type { ProblemBody } from '../problem';
import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import type { Hold, HoldNames, Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';
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
} from '@keen-anvil/core/jobs';
import type { Driver } from '@keen-anvil/core/machines';
import type { PreparationLine } from '@keen-anvil/core/preparation';
import type { PieceClaim } from '@keen-anvil/core/preflight';
import type { RecipeSummary, SuggestionView, VariantView } from './book';

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
  suggestion: SuggestionView | null;
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

/** A drawing looked at with other choices, without keeping them. */
export interface ReadingPreview {
  widthMm: number;
  heightMm: number;
  parts: { name: string; colour: string; contours: CurveContour[] }[];
  notices: ReadingNotice[];
  asks: SizeQuestion | null;
}

/** A line of a long answer: how far the work has come, or what came of it. */
export type Streamed<T> =
  { progress: number; doing: string } | { answer: T } | { problem: ProblemBody['error']; status: number };

export interface FontView {
  id: string;
  name: string;
}

export interface TemplateSummary {
  id: string;
  name: string;
  jobId: string;
  stepCount: number;
  madeAt: string;
  isArchived: boolean;
}

/** What is different now from when the template was made. */
export interface TemplateChange {
  step: number;
  kind:
    'recipe-revised' | 'recipe-worse' | 'recipe-gone' | 'material-out' | 'tool-replaced' | 'tool-gone' | 'machine-gone';
  say: string;
}

export interface TemplateDetail extends TemplateSummary {
  steps: {
    label: string;
    materialName: string | null;
    machineName: string;
    settings: Settings | null;
    temper: string | null;
  }[];
  changes: TemplateChange[];
}

export type RunState = 'queued' | 'holding' | 'running' | 'paused' | 'finished' | 'cancelled';

export interface RunProgress {
  state: RunState;
  /** Machine seconds gone and in all. */
  doneSeconds: number;
  totalSeconds: number;
  /** Machine seconds that go by in a true one from here on; 0 while nothing moves, and where only its page knows. */
  rate: number;
  cutMm: number;
  strokesDone: number;
  /** The line of its file that its machine is at, from 1; 0 where nobody knows. */
  line: number;
  at: Point;
  isDown: boolean;
}

/** Why a run over a cable was broken off, and what its machine had confirmed by then. */
export interface RunInterruption {
  why: 'refused' | 'alarm' | 'lost' | 'closed';
  line: number;
  /** The line that was refused. */
  text?: string;
  /** The machine's own word for it. */
  said?: string;
}

/** What is otherwise since a run was planned. */
export type RunChange = 'tool-replaced' | 'recipe-revised' | 'machine-away' | 'holder-measured';

/** How a part came out that differs from the rest. */
export interface PartOutcome {
  partId: string;
  outcome: Outcome;
}

export interface RunView {
  id: string;
  seriesId: string;
  jobId: string;
  jobName: string;
  stepId: string;
  /** Of the step among those of its job, from 1. */
  stepNumber: number;
  /** Which of the job's sheets it is done on; null where that was not written down. */
  sheetId: string | null;
  /** Which of the step's sheets that is, from 1, and of how many. */
  sheetTurn: number;
  sheetOf: number;
  position: number;
  process: ProcessName;
  colour: string;
  materialName: string;
  machineId: string;
  machineName: string;
  toolName: string;
  settings: Settings;
  recipeId: string;
  hold: string | null;
  holdFor: Hold | null;
  estimateSeconds: number;
  measuredSeconds: number | null;
  progress: RunProgress;
  /** What the stand-in says came out; the maker has the last word. */
  seenOutcome: Outcome | null;
  outcome: Outcome | null;
  /** Verdicts that were given before, the last one first. */
  earlier: VerdictView[];
  /** Done on the maker's own machine. */
  isByHand: boolean;
  /** Since when a run by hand is going, by the server's clock, ms since 1970; null for all others. */
  goingSince: number | null;
  /** What comes out of it is pressed onto something afterwards. */
  isThenPressed: boolean;
  /** The run that this one went over once more. */
  onTopOf: string | null;
  /** It is brought to where the marks of its sheet were read. */
  isBrought: boolean;
  driver: Driver;
  /** From where its file counts; null for the machine's own zero. */
  zero: Point | null;
  /** What has to be ready before it starts, while it waits for that; null otherwise, and where nobody is led. */
  preparation: PreparationLine[] | null;
  ticked: string[];
  /** Why it was broken off; null where it was not. */
  interruption: RunInterruption | null;
  confirmedLine: number;
  /** How far it was moved on its sheet; null where it was not. */
  nudge: { dxMm: number; dyMm: number } | null;
  /** What is otherwise than it was planned: asked before it starts. */
  changed: RunChange[];
  /** Only these parts; null for all of its step. */
  onlyParts: string[] | null;
  /** Parts that came out otherwise than the rest. */
  partOutcomes: PartOutcome[];
  symptom: string | null;
  photoId: string | null;
  /** What a second pass in its place would be dialled to, where it was not enough; null where none helps. */
  stronger: Settings | null;
}

/** A verdict that was given before it was corrected; null: it was taken back. */
export interface VerdictView {
  outcome: Outcome | null;
  at: string;
}

export interface BenchView {
  /** Runs that wait for somebody or are under way, the most urgent first. */
  runs: RunView[];
  /** Cards nailed up, in their order. */
  nailed: RecipeSummary[];
  recipes: RecipeSummary[];
  jobs: JobSummary[];
}
