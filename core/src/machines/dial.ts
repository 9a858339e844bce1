/** One value of a dial with what was measured there, in the dial's physical unit. */
export interface CalibrationPoint {
  dial: number;
  physical: number;
}

/** One quantity that the machine lets the maker set: its scale and, if measured, its calibration. */
export interface Dial {
  /** The quantity it sets, as recipes name it: `force`, `speed`, `depth`. */
  name: string;
  /** The word on the machine. */
  label: string;
  /** The unit as the machine shows it; '' for a bare number. */
  unit: string;
  /** The unit that calibration points are measured in: gf, mm/s, mm. */
  physicalUnit: string;
  min: number;
  max: number;
  step: number;
  calibration: CalibrationPoint[];
}

/** Thrown where a conversion needs a dial that was never measured. */
export class UncalibratedDialError extends Error {
  constructor(readonly dial: Dial) {
    super(`The ${dial.label} scale was never measured, so ${dial.unit || 'its numbers'} cannot be turned into ${dial.physicalUnit}.`);
    this.name = 'UncalibratedDialError';
  }
}

/**
 * The value on the dial's own steps that is nearest to `value`, kept within its range.
 * @example snapToDial({ min: 1, max: 40, step: 1, ... }, 17.6) // 18
 */
export function snapToDial(dial: Dial, value: number): number {
  const steps = Math.round((Math.min(Math.max(value, dial.min), dial.max) - dial.min) / dial.step);
  const snapped = Number((dial.min + steps * dial.step).toFixed(6));
  return snapped > dial.max ? Number((snapped - dial.step).toFixed(6)) : snapped;
}

/** Whether the dial was measured well enough to convert: at least two points that rise together. */
export function isCalibrated(dial: Dial): boolean {
  const points = sortedPoints(dial);
  return points.length >= 2 && points.every((p, i) => i === 0 || (p.dial > points[i - 1].dial && p.physical > points[i - 1].physical));
}

/**
 * Dial value → physical value (in `dial.physicalUnit`), by piecewise-linear interpolation between the calibration
 * points; beyond the outer points the outer slope goes on.
 * @throws UncalibratedDialError where the dial has no usable calibration.
 */
export function toPhysical(dial: Dial, value: number): number {
  return interpolate(usablePoints(dial), value, 'dial', 'physical');
}

/**
 * Physical value → dial value, the inverse of {@link toPhysical}; not snapped to the dial's step.
 * @throws UncalibratedDialError where the dial has no usable calibration.
 */
export function toDial(dial: Dial, physical: number): number {
  return interpolate(usablePoints(dial), physical, 'physical', 'dial');
}

/**
 * What is wrong with `value` on this dial, in one sentence, or null.
 * @example dialProblem('Long plotter', force, 44) // "Long plotter's force goes from 1 to 40; 44 was given."
 */
export function dialProblem(machineName: string, dial: Dial, value: number): string | null {
  const unit = dial.unit ? ` ${dial.unit}` : '';
  const name = `${machineName}'s ${dial.label.toLowerCase()}`;
  if (!Number.isFinite(value)) return `${name} must be a number from ${dial.min} to ${dial.max}${unit}.`;
  if (value < dial.min || value > dial.max) return `${name} goes from ${dial.min} to ${dial.max}${unit}; ${value} was given.`;
  if (Math.abs(snapToDial(dial, value) - value) > 1e-9) return `${name} moves in steps of ${dial.step}${unit} from ${dial.min}; ${value} was given.`;
  return null;
}

function sortedPoints(dial: Dial): CalibrationPoint[] {
  return [...dial.calibration].sort((a, b) => a.dial - b.dial);
}

function usablePoints(dial: Dial): CalibrationPoint[] {
  if (!isCalibrated(dial)) throw new UncalibratedDialError(dial);
  return sortedPoints(dial);
}

function interpolate(points: CalibrationPoint[], value: number, from: keyof CalibrationPoint, to: keyof CalibrationPoint): number {
  let upper = points.findIndex((p) => p[from] >= value);
  if (upper < 1) upper = upper === 0 ? 1 : points.length - 1;
  const low = points[upper - 1];
  const high = points[upper];
  return low[to] + ((value - low[from]) / (high[from] - low[from])) * (high[to] - low[to]);
}
