import type { FamilyName } from '@keen-anvil/core/materials';
import type { VerdictView } from './job';
import type {
  Changes,
  Outcome,
  ProcessName,
  QuantityName,
  Settings,
  Source,
  Suggestion,
  TemperVerdict,
} from '@keen-anvil/core/recipes';
import type { ToolKind } from '@keen-anvil/core/tools';
import type { TypedQuantity } from '@keen-anvil/core/units';

export type TypedSettings = Partial<Record<QuantityName, TypedQuantity>>;

/** A recipe as a list shows it. */
export interface RecipeSummary {
  id: string;
  process: ProcessName;
  settings: Settings;
  typed: TypedSettings;
  source: Source;
  temper: TemperVerdict;
  lastUsedAt: string | null;
  isNailed: boolean;
  isArchived: boolean;
  material: { id: string; name: string; colour: string; family: FamilyName; thicknessMm: number };
  machine: { id: string; name: string };
  tool: { id: string; name: string; kind: ToolKind };
}

/** A page of the book. */
export interface RecipePageView {
  recipes: RecipeSummary[];
  /** How many there are in all, or were counted. */
  total: number;
  /** Words find more than were counted. */
  hasMore: boolean;
  /** Words that stand nowhere in the book, and what they were taken for; null where nothing is like them. */
  read: { typed: string; as: string | null }[];
}

export interface EvidenceView {
  id: string;
  kind: 'trial' | 'run';
  outcome: Outcome;
  at: string;
  settings: Settings;
  jobName: string | null;
  toolWear: number | null;
  toolLife: number | null;
  /** Earlier passes in the same place that count in, the first first. */
  onTopOf?: Settings[];
  /** Said of some parts of the run, not of all of it. */
  isOfParts?: boolean;
  /** What was said of it before, the last one first. */
  earlier: VerdictView[];
}

export interface RevisionView {
  number: number;
  settings: Settings;
  typed: TypedSettings;
  source: Source;
  reason: string;
  /** The revision that this one brought back. */
  returnedTo: number | null;
  createdAt: string;
}

/** A nudge beside the base value, for one tool or one piece of stock. */
export interface VariantView {
  id: string;
  changes: Changes;
  reason: string;
  toolId: string | null;
  stockPieceId: string | null;
  /** The name of the tool or piece. */
  forName: string;
  createdAt: string;
  endedAt: string | null;
}

/** What the maker's own outcomes say a worn tool wants. */
export interface WearHintView {
  quantity: QuantityName;
  steps: number;
  /** The same in the dial's numbers. */
  change: number;
  wear: number;
  because: { outcome: Outcome; wear: number; settings: Settings; at: string }[];
}

export interface RecipeDetail extends RecipeSummary {
  version: number;
  reason: string;
  note: string;
  revisions: RevisionView[];
  evidence: EvidenceView[];
  variants: VariantView[];
  wearHint: WearHintView | null;
}

export type SuggestionView = Suggestion;

export interface SuggestAnswerView {
  suggestion: SuggestionView | null;
  refusal: string | null;
}

export type RowFate = 'new' | 'changed' | 'same' | 'refused';

/** One row of a file that is brought in, and what will become of it. */
export interface ImportRow {
  /** Where it stands in the file: “line 4”, “recipe 12”. */
  where: string;
  kind: 'machine' | 'tool' | 'material' | 'recipe';
  name: string;
  fate: RowFate;
  /** What changes, or why it is refused. */
  says: string[];
}

/** What a file would do to the book; nothing is written yet. */
export interface ImportPreview {
  fileName: string;
  counts: Record<RowFate, number>;
  rows: ImportRow[];
}
