import { machineKindOf, type Machine } from '../machines';

/** A plotter's own unit, 0.025 mm, in which relative moves without a scale are counted. */
const PLOTTER_UNITS_PER_MM = 40;

const isPlotter = ({ kind }: Pick<Machine, 'kind'>): boolean => machineKindOf(kind).does === 'tool';
const decimal = (value: number): string => String(Number(value.toFixed(3)) + 0);

/**
 * A step by hand, with the tool up or the beam off.
 * @param right to the right, @param away away from who stands before a laser, along the feed of a plotter; mm
 */
export function jogBy(machine: Pick<Machine, 'kind'>, right: number, away: number): string {
  if (isPlotter(machine))
    return `PU;PR${Math.round(away * PLOTTER_UNITS_PER_MM)},${Math.round(right * PLOTTER_UNITS_PER_MM)};PA;\n`;
  return `G91\nG0 X${decimal(right)} Y${decimal(away)} S0\nG90\n`;
}

/** Back to where it counts from. */
export const goToZero = (machine: Pick<Machine, 'kind'>): string =>
  isPlotter(machine) ? 'PU;PA0,0;\n' : 'G90\nG0 X0 Y0 S0\n';

/** It counts from where it stands now. A plotter counts from where its origin is set on its own panel: there is nothing to send. */
export const setZeroHere = (machine: Pick<Machine, 'kind'>): string | null =>
  isPlotter(machine) ? null : 'G92 X0 Y0\n';

/** Finds its own zero by its switches; null for one that does not. */
export const goHome = (machine: Pick<Machine, 'kind' | 'homes'>): string | null =>
  machine.homes ? (isPlotter(machine) ? 'IN;\n' : '$H\n') : null;

/** Takes a controller out of its alarm, in which it takes no other line but the one that homes it; a plotter has no such lock. */
export const unlock = (machine: Pick<Machine, 'kind'>): string | null => (isPlotter(machine) ? null : '$X\n');
