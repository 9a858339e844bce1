import type { Machine } from '../machines';

/** A machine as the workshop keeps it. */
export interface MachineView extends Machine {
  version: number;
  isArchived: boolean;
}
