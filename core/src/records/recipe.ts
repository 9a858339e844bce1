import type { FamilyName } from '../materials';
import type { Changes, Outcome, ProcessName, QuantityName, Settings, Source, TemperVerdict } from '../recipes';
import type { ToolKind } from '../tools';
import type { TypedQuantity } from '../units';

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

/** A verdict that was given before it was corrected; null: it was taken back. */
export interface VerdictView {
  outcome: Outcome | null;
  at: string;
}
