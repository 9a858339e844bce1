import type { Machine } from '@keen-anvil/core/machines';
import type { FamilyName, StockKind, TruePhoto } from '@keen-anvil/core/materials';
import type { ProcessName } from '@keen-anvil/core/recipes';
import type { KerfReading } from '@keen-anvil/core/toolpath';
import type { ToolKind } from '@keen-anvil/core/tools';
import type { Details, TypedQuantity } from '@keen-anvil/core/units';
import type { RecipeSummary } from './book';

export interface WorkshopView {
  id: string;
  name: string;
  /** The made-up workshop that ships with the application. */
  isDemo: boolean;
  isHere: boolean;
  isArchived: boolean;
}

export interface StockPieceView {
  id: string;
  version: number;
  kind: StockKind;
  name: string;
  widthMm: number;
  /** Of a roll: what is left on it. */
  lengthMm: number;
  count: number;
  outline: { x: number; y: number }[] | null;
  /** What was used of it already. */
  holes: { x: number; y: number }[][];
  /** Trials that were left on it: their upper left corners. */
  trials: { x: number; y: number; process: ProcessName }[];
  photo: TruePhoto | null;
  isArchived: boolean;
}

/** How wide a machine cuts a material, and how that was measured. */
export interface MaterialKerf extends KerfReading {
  machineId: string;
}

export interface MaterialView {
  id: string;
  version: number;
  name: string;
  family: FamilyName;
  finish: string;
  colour: string;
  thicknessMm: number;
  readingsMm: number[];
  /** Standard deviation of the readings; null where there were fewer than two. */
  spreadMm: number | null;
  smallestDetailMm: number;
  mirrored: boolean;
  facing: string;
  heatLimitC: number | null;
  supplierCard: string | null;
  priceCents: number | null;
  pricePer: 'm2' | 'piece';
  notes: string;
  details: Details;
  defaultProcess: ProcessName;
  typed: Record<string, TypedQuantity>;
  photoId: string | null;
  /** How wide what its photo shows is; null where nobody has measured it. */
  patternWidthMm: number | null;
  /** How wide machines cut it. */
  kerfs: MaterialKerf[];
  isArchived: boolean;
  pieces: StockPieceView[];
}

/** A life that a tool had before it was replaced. */
export interface ToolLife {
  number: number;
  wear: number;
  beganAt: string;
  endedAt: string;
  note: string;
}

export interface ToolView {
  id: string;
  version: number;
  name: string;
  kind: ToolKind;
  /** The machine it belongs to, where it is not put in by hand. */
  machineId: string | null;
  details: Details;
  /** In the unit of its kind: metres or hours. */
  wear: number;
  life: number | null;
  lifeNumber: number;
  lifeBeganAt: string;
  lives: ToolLife[];
  isArchived: boolean;
}

export interface MachineView extends Machine {
  version: number;
  isArchived: boolean;
}

/** A recipe that a machine cannot dial in as it is, and why. */
export interface Misfit {
  recipe: RecipeSummary;
  problem: string;
}

/** A machine as it is after a change, with the recipes that no longer fit it. */
export interface ChangedMachine {
  machine: MachineView;
  misfits: Misfit[];
}
