import { convertUnit } from '../units';
import { fitCalibration, type CalibrationPoint } from './calibration';

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
  /** Every reading that was taken, in any order. */
  calibration: CalibrationPoint[];
  /** Whether the readings were taken by the maker, or are what the machine is rated at. */
  isRated?: boolean;
}

/** How it is known what a dial truly gives. */
export type Knowledge = 'measured' | 'rated' | 'as shown' | 'never measured';

/** Thrown where a conversion needs a dial that was never measured. */
export class UncalibratedDialError extends Error {
  constructor(readonly dial: Dial) {
    super(
      `The ${dial.label} scale was never measured, so ${dial.unit || 'its numbers'} cannot be turned into ${dial.physicalUnit}.`,
    );
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

/** How it is known what the dial truly gives: readings, the rating, or a scale that is in a physical unit already. */
export function knowledgeOf(dial: Dial): Knowledge {
  if (fitCalibration(dial.calibration).points.length >= 2) return dial.isRated ? 'rated' : 'measured';
  return dial.unit !== '' && convertUnit(1, dial.unit, dial.physicalUnit) !== null ? 'as shown' : 'never measured';
}

/** Whether values of this dial can be turned into its physical unit. */
export function isCalibrated(dial: Dial): boolean {
  return knowledgeOf(dial) !== 'never measured';
}

/**
 * Standard deviation of what the dial truly gives, as a share of it; Infinity where it was never measured. Readings say
 * it themselves where there are enough of them; else 5 % stands for a maker's scale, 15 % for a rating, 5 % for a
 * number in a true unit.
 */
export function dialSpread(dial: Dial): number {
  const knowledge = knowledgeOf(dial);
  if (knowledge === 'never measured') return Infinity;
  if (knowledge === 'rated') return 0.15;
  return knowledge === 'as shown' ? 0.05 : Math.max(0.01, fitCalibration(dial.calibration).relativeSpread ?? 0.05);
}

/**
 * Dial value → physical value (in `dial.physicalUnit`), by piecewise-linear interpolation along the fitted curve;
 * beyond its outer corners the outer slope goes on. A scale in a physical unit that was never measured is believed.
 * @throws UncalibratedDialError where nothing is known
 */
export function toPhysical(dial: Dial, value: number): number {
  const points = usablePoints(dial);
  return points ? interpolate(points, value, 'dial', 'physical') : convertUnit(value, dial.unit, dial.physicalUnit)!;
}

/**
 * Physical value → dial value, the inverse of {@link toPhysical}; not snapped to the dial's step.
 * @throws UncalibratedDialError where nothing is known
 */
export function toDial(dial: Dial, physical: number): number {
  const points = usablePoints(dial);
  return points
    ? interpolate(points, physical, 'physical', 'dial')
    : convertUnit(physical, dial.physicalUnit, dial.unit)!;
}

/**
 * What is wrong with `value` on this dial, in one sentence, or null.
 * @example dialProblem('Long plotter', force, 44) // "Long plotter's force goes from 1 to 40; 44 was given."
 */
export function dialProblem(machineName: string, dial: Dial, value: number): string | null {
  const unit = dial.unit ? ` ${dial.unit}` : '';
  const name = `${machineName}'s ${dial.label.toLowerCase()}`;
  if (!Number.isFinite(value)) return `${name} must be a number from ${dial.min} to ${dial.max}${unit}.`;
  if (value < dial.min || value > dial.max)
    return `${name} goes from ${dial.min} to ${dial.max}${unit}; ${value} was given.`;
  if (Math.abs(snapToDial(dial, value) - value) > 1e-9)
    return `${name} moves in steps of ${dial.step}${unit} from ${dial.min}; ${value} was given.`;
  return null;
}

/** The corners of the measured curve; null where the scale is believed as it is shown. */
function usablePoints(dial: Dial): CalibrationPoint[] | null {
  const { points } = fitCalibration(dial.calibration);
  if (points.length >= 2) return points;
  if (!isCalibrated(dial)) throw new UncalibratedDialError(dial);
  return null;
}

function interpolate(
  points: CalibrationPoint[],
  value: number,
  from: keyof CalibrationPoint,
  to: keyof CalibrationPoint,
): number {
  let upper = points.findIndex((p) => p[from] >= value);
  if (upper < 1) upper = upper === 0 ? 1 : points.length - 1;
  const low = points[upper - 1];
  const high = points[upper];
  return low[to] + ((value - low[from]) / (high[from] - low[from])) * (high[to] - low[to]);
}
