import type { ToolKind } from '../tools';
import type { Details } from '../units';

/** A life that a tool had before it was replaced. */
export interface ToolLife {
  number: number;
  wear: number;
  beganAt: string;
  endedAt: string;
  note: string;
}

/** A tool as the workshop keeps it. */
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
