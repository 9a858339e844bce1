import { formatNumber } from '../units';
import { MeasureRefusedError, type Measure } from './measured-shape';

/** A measure with what it can be, as far as a limit is told by it. */
type Limited = Pick<Measure, 'name' | 'label'> & Partial<Pick<Measure, 'min' | 'max'>>;

/** @throws MeasureRefusedError where a measure is more than fits */
export function atMost({ name, label, min = 0 }: Limited, value: number, most: number, why: string): void {
  if (value > most + 1e-9)
    throw new MeasureRefusedError(
      name,
      most > 0 && most >= min - 1e-9
        ? `${why}: ${label.toLowerCase()} may be ${mm(most)} mm at most at this size; ${mm(value)} mm came.`
        : `${why}: there is no room for it at this size.`,
    );
}

/**
 * @param instead where it would have to be more than it can be: what is less then, and how much it may be at most
 * @throws MeasureRefusedError where a measure is less than is needed
 */
export function atLeast(
  { name, label, max = Infinity }: Limited,
  value: number,
  least: number,
  why: string,
  instead?: { of: Limited; value: number; most: number },
): void {
  if (value < least - 1e-9 && least > max + 1e-9) {
    if (instead) return atMost(instead.of, instead.value, instead.most, why);
    throw new MeasureRefusedError(
      name,
      `${why}: ${label.toLowerCase()} goes to ${mm(max)} mm, and ${mm(least)} mm would be needed; make the rest smaller. ${mm(value)} mm came.`,
    );
  }
  if (value < least - 1e-9)
    throw new MeasureRefusedError(
      name,
      `${why}: ${label.toLowerCase()} has to be ${mm(Math.ceil(least * 100 - 1e-6) / 100)} mm at least at this size; ${mm(value)} mm came.`,
    );
}

const mm = (value: number): string => formatNumber(Math.floor(value * 100 + 1e-6) / 100, 2);
