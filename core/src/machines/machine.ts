import type { Dial } from './dial';

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

/** What the application knows of a machine. Lengths in mm. */
export interface Machine {
  id: string;
  name: string;
  kind: 'plotter';
  workWidthMm: number;
  workLengthMm: number;
  /** Unusable margins when a sheet is fed without a carrier. */
  marginSideMm: number;
  marginLeadMm: number;
  marginTailMm: number;
  holders: number;
  maxPasses: number;
  dials: Dial[];
  motion: MotionLimits;
}

/** The machine's dial of that name, if it has one. */
export function dialOf(machine: Pick<Machine, 'dials'>, name: string): Dial | undefined {
  return machine.dials.find((dial) => dial.name === name);
}
