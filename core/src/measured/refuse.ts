import { formatNumber } from '../units';
import { MeasureRefusedError, type Measure } from './measured-shape';

/** @throws MeasureRefusedError where a measure is more than fits */
export function atMost(
  { name, label }: Pick<Measure, 'name' | 'label'>,
  value: number,
  most: number,
  why: string,
): void {
  if (value > most + 1e-9)
    throw new MeasureRefusedError(
      name,
      most > 0
        ? `${why}: ${label.toLowerCase()} may be ${mm(most)} mm at most at this size; ${mm(value)} mm came.`
        : `${why}: there is no room for it at this size.`,
    );
}

/** @throws MeasureRefusedError where a measure is less than is needed */
export function atLeast(
  { name, label }: Pick<Measure, 'name' | 'label'>,
  value: number,
  least: number,
  why: string,
): void {
  if (value < least - 1e-9)
    throw new MeasureRefusedError(
      name,
      `${why}: ${label.toLowerCase()} has to be ${mm(Math.ceil(least * 100 - 1e-6) / 100)} mm at least at this size; ${mm(value)} mm came.`,
    );
}

const mm = (value: number): string => formatNumber(Math.floor(value * 100 + 1e-6) / 100, 2);
