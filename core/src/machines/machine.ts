import type { Dial } from './dial';
import type { MachineKind } from './machine-kind';

/** How a machine moves its head. */
export interface MotionLimits {
  accelerationMmS2: number;
  /** Top speed with the tool down. */
  topSpeedMmS: number;
  /** Speed with the tool up. */
  travelSpeedMmS: number;
  /** How far a corner may be cut, in mm, by the junction-deviation model. */
  junctionDeviationMm: number;
  headDownSeconds: number;
  headUpSeconds: number;
}

/** The corner of the bed from which a machine counts. */
export const ORIGIN_CORNERS = ['near left', 'near right', 'far left', 'far right'] as const;
export type OriginCorner = (typeof ORIGIN_CORNERS)[number];

/** What the application knows of a machine. Lengths in mm. A press does not move: its motion is never asked for. */
export interface Machine {
  id: string;
  name: string;
  kind: MachineKind;
  workWidthMm: number;
  workLengthMm: number;
  /** Unusable margins when a sheet is fed without a carrier. */
  marginSideMm: number;
  marginLeadMm: number;
  marginTailMm: number;
  /** Unusable margins of the carrier sheet. */
  carrierSideMm: number;
  carrierLeadMm: number;
  carrierTailMm: number;
  holders: number;
  maxPasses: number;
  /** Optical power of a laser, as rated. */
  ratedPowerW: number | null;
  spotMm: number | null;
  origin: OriginCorner;
  homes: boolean;
  /** From the edge of a printed page to its marks, and how long their legs are; as usual where nobody has said. */
  markInsetMm?: number | null;
  markLegMm?: number | null;
  dials: Dial[];
  motion: MotionLimits;
}

/** The machine's dial of that name, if it has one. */
export function dialOf(machine: Pick<Machine, 'dials'>, name: string): Dial | undefined {
  return machine.dials.find((dial) => dial.name === name);
}
