import type { ReadingNotice } from '@keen-anvil/core/artwork';
import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import type { Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';
import type { RecipeSummary, SuggestionView, VariantView } from './book';

export interface PartView {
  id: string;
  name: string;
  layer: string | null;
  contours: CurveContour[];
  place: Point;
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
  machineId: string;
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
  /** Cards nailed up, in their order. */
  nailed: RecipeSummary[];
  recipes: RecipeSummary[];
  jobs: JobSummary[];
}
