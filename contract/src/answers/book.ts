import type { RecipeSummary, TypedSettings, VariantView, VerdictView } from '@keen-anvil/core/records';
import type { Outcome, QuantityName, Settings, Source, Suggestion } from '@keen-anvil/core/recipes';

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
