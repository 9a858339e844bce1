import type { ReadingNotice } from '@keen-anvil/core/artwork';
import type { SizeQuestion } from '@keen-anvil/core/artwork-choices';
import type { ProblemBody } from '../problem';
import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import type { Hold, Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';
import type { Driver } from '@keen-anvil/core/machines';
import type { PreparationLine } from '@keen-anvil/core/preparation';
import type { RecipeSummary, VerdictView } from '@keen-anvil/core/records';
import type { JobSummary } from '@keen-anvil/core/steps';

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

export interface BenchView {
  /** Runs that wait for somebody or are under way, the most urgent first. */
  runs: RunView[];
  /** Cards nailed up, in their order. */
  nailed: RecipeSummary[];
  recipes: RecipeSummary[];
  jobs: JobSummary[];
}
