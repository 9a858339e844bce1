import type { Bounds, Point } from '../geometry';
import { holderOffset, machineKindOf, type Machine, type OriginCorner } from '../machines';

/**
 * From where a machine's file counts: the place on the sheet that is 0, 0 to it, in mm. X is counted to the right. A laser counts Y
 * away from who stands before it, a plotter along its feed.
 */
export interface Frame {
  x: number;
  y: number;
}

/** Where in a box a corner lies, or its middle, as one stands before the machine; a plotter is fed from its near edge. */
export function cornerOf({ minX, minY, maxX, maxY }: Bounds, corner: OriginCorner, isFed: boolean): Point {
  if (corner === 'centre') return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  const isNear = corner.startsWith('near');
  return { x: corner.endsWith('left') ? minX : maxX, y: isNear === isFed ? minY : maxY };
}

/**
 * Where a machine's zero lies on the sheet: at a corner of its bed, or of what is done where the maker puts it there.
 * @param work what the step takes up, with all that the head does beside it; mm
 */
export function frameOf(machine: Machine, work: Bounds | null): Frame {
  const isFed = machineKindOf(machine.kind).does === 'tool';
  const bed: Bounds = { minX: 0, minY: 0, maxX: machine.workWidthMm, maxY: machine.workLengthMm };
  return cornerOf(machine.zero === 'work' && work ? work : bed, machine.origin, isFed);
}

/** From where a file counts for the tool of one holder: moved by as far as that tool marks beside the first one. */
export function frameOfHolder(machine: Machine, frame: Frame, holder: number): Frame {
  const { xMm, yMm } = holderOffset(machine, holder);
  return { x: frame.x + xMm, y: frame.y + yMm };
}

/** From where a file counts for a sheet that lies somewhere on the carrier. */
export const frameOnCarrier = ({ x, y }: Frame, at: Point | null | undefined): Frame =>
  at ? { x: x - at.x, y: y - at.y } : { x, y };
