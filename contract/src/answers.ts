import type { ReadingNotice } from '@keen-anvil/core/artwork';
import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import type { Machine } from '@keen-anvil/core/machines';
import type { Outcome, ProcessName, Settings, Source, Temper, ToolKind } from '@keen-anvil/core/recipes';

export interface StockPieceView {
  id: string;
  kind: 'sheet' | 'roll' | 'blank' | 'offcut';
  name: string;
  widthMm: number;
  lengthMm: number;
}

export interface MaterialView {
  id: string;
  name: string;
  family: string;
  finish: string;
  colour: string;
  thicknessMm: number;
  smallestDetailMm: number;
  mirrored: boolean;
  facing: string;
  supplierCard: string | null;
  defaultProcess: ProcessName;
  pieces: StockPieceView[];
}

export interface ToolView {
  id: string;
  name: string;
  kind: ToolKind;
  wearM: number;
  lifeM: number | null;
}

export type MachineView = Machine;

export interface TemperView {
  temper: Temper;
  reasons: string[];
}

/** A recipe as a list shows it. */
export interface RecipeSummary {
  id: string;
  process: ProcessName;
  settings: Settings;
  source: Source;
  temper: TemperView;
  lastUsedAt: string | null;
  material: { id: string; name: string; colour: string; family: string; thicknessMm: number };
  machine: { id: string; name: string };
  tool: { id: string; name: string; kind: ToolKind };
}

export interface EvidenceView {
  kind: 'trial' | 'run';
  outcome: Outcome;
  at: string;
  settings: Settings;
  jobName: string | null;
  toolWearM: number | null;
}

export interface RevisionView {
  number: number;
  settings: Settings;
  source: Source;
  reason: string;
  createdAt: string;
}

export interface RecipeDetail extends RecipeSummary {
  version: number;
  reason: string;
  revisions: RevisionView[];
  evidence: EvidenceView[];
}

export interface PartView {
  id: string;
  name: string;
  layer: string | null;
  contours: CurveContour[];
  place: Point;
}

/** What the job found for a step: its recipe, or the nearest one, or neither. */
export interface StepRecipe {
  recipe: RecipeSummary | null;
  nearest: { settings: Settings; why: string; fromRecipeId: string } | null;
}

export interface StepView {
  id: string;
  version: number;
  position: number;
  /** The colour of the drawing that this step takes. */
  colour: string;
  process: ProcessName;
  materialId: string | null;
  stockPieceId: string | null;
  machineId: string;
  toolId: string;
  holder: number;
  mirrored: boolean;
  onCarrier: boolean;
  isSkipped: boolean;
  /** Why the machine stops before this step, or null where it goes on. */
  hold: string | null;
  parts: PartView[];
  match: StepRecipe;
}

export interface ArtworkView {
  id: string;
  fileName: string;
  byteCount: number;
  /** Size of everything drawn, in mm, as the file has it. */
  drawnWidthMm: number;
  drawnHeightMm: number;
  notices: ReadingNotice[];
}

export type JobState = 'open' | 'running' | 'on-hold' | 'to-score' | 'done';

export interface JobSummary {
  id: string;
  name: string;
  state: JobState;
  stepCount: number;
  colours: string[];
  updatedAt: string;
}

export interface JobDetail extends JobSummary {
  version: number;
  widthMm: number | null;
  artwork: ArtworkView | null;
  steps: StepView[];
}

export type RunState = 'queued' | 'holding' | 'running' | 'paused' | 'finished' | 'cancelled';

export interface RunProgress {
  state: RunState;
  /** Machine seconds gone and in all. */
  doneSeconds: number;
  totalSeconds: number;
  cutMm: number;
  strokesDone: number;
  at: Point;
  isDown: boolean;
}

export interface RunView {
  id: string;
  seriesId: string;
  jobId: string;
  jobName: string;
  stepId: string;
  position: number;
  process: ProcessName;
  colour: string;
  materialName: string;
  machineName: string;
  toolName: string;
  settings: Settings;
  recipeId: string;
  hold: string | null;
  estimateSeconds: number;
  measuredSeconds: number | null;
  progress: RunProgress;
  /** What the stand-in says came out; the maker has the last word. */
  seenOutcome: Outcome | null;
  outcome: Outcome | null;
}

export interface BenchView {
  /** Runs that wait for somebody or are under way, the most urgent first. */
  runs: RunView[];
  recipes: RecipeSummary[];
  jobs: JobSummary[];
}
