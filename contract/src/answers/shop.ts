import type { MachineView, RecipeSummary, RecordEdit } from '@keen-anvil/core/records';

export interface WorkshopView {
  id: string;
  name: string;
  /** The made-up workshop that ships with the application. */
  isDemo: boolean;
  isHere: boolean;
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

/** What of a record can be taken back on a device, and done again: the fields as they are, and as they would be then. */
export interface RecordTurnsView {
  undo: RecordEdit | null;
  redo: RecordEdit | null;
}
