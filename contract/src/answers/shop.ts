import type { MachineView, RecipeSummary } from '@keen-anvil/core/records';

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
