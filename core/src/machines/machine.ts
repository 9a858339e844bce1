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

/** The corner of the bed, or of the work, from which a machine counts; or the middle of it. */
export const ORIGIN_CORNERS = ['near left', 'near right', 'far left', 'far right', 'centre'] as const;
export type OriginCorner = (typeof ORIGIN_CORNERS)[number];

/** Whether a machine counts from its own zero, or from where the maker sets it on the work. */
export const ZEROS = ['machine', 'work'] as const;
export type Zero = (typeof ZEROS)[number];

/** How a machine is reached: by the simulated one that ships with it, by a cable from the page, or by the maker's own hands. */
export const DRIVERS = ['stand-in', 'cable', 'by-hand'] as const;
export type Driver = (typeof DRIVERS)[number];

/**
 * How lines are sent over a cable: each when the one before is acknowledged, so many characters as the machine's buffer takes, until
 * the machine says stop (XON/XOFF), or no faster than it works.
 */
export const CABLE_FLOWS = ['line by line', 'counted characters', 'XON/XOFF', 'paced'] as const;
export type CableFlow = (typeof CABLE_FLOWS)[number];

/** How far to the right, and along the feed, the tool of a holder marks beyond where that of the first holder does, in mm. */
export interface HolderOffset {
  xMm: number;
  yMm: number;
}

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
  /** Of the second holder, the third and so on; those that were never measured are not there, and count as none. */
  holderOffsets?: HolderOffset[];
  maxPasses: number;
  /** Optical power of a laser, as rated. */
  ratedPowerW: number | null;
  spotMm: number | null;
  origin: OriginCorner;
  homes: boolean;
  zero?: Zero;
  /** How much later than it is told the beam is on, and off, in ms; null where it was never measured. */
  lagMs?: number | null;
  /** Power at which the beam only points, as a share of full power from 0 to 0.1; null where it has none, and the beam stays off. */
  pointPower?: number | null;
  driver?: Driver;
  cableFlow?: CableFlow | null;
  /** Bits in a second on the cable. */
  baud?: number | null;
  /** Characters that its buffer takes. */
  bufferCharacters?: number | null;
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
