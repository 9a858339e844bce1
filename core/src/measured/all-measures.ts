import { formatNumber } from '../units';
import { MeasureRefusedError, type Measure, type Measures } from './measured-shape';

/**
 * All measures of something; those that are not given are as usual, counts are rounded, and what it once had is passed over.
 * @throws MeasureRefusedError for one that is out of its range, or that it has not
 */
export function allMeasures(
  { label, measures, retired = [] }: { label: string; measures: readonly Measure[]; retired?: readonly string[] },
  given: Measures,
): Measures {
  const stranger = Object.keys(given).find(
    (key) => !retired.includes(key) && !measures.some(({ name }) => name === key),
  );
  if (stranger)
    throw new MeasureRefusedError(
      stranger,
      `${label} has no measure “${stranger}”: ${measures.map(({ name }) => name).join(', ') || 'none'} were expected.`,
    );
  return Object.fromEntries(measures.map((measure) => [measure.name, within(measure, given)]));
}

function within({ name, label, unit, usual, min, max, isWhole }: Measure, given: Measures): number {
  const asked = given[name] ?? usual;
  const value = isWhole ? Math.round(asked) : asked;
  if (!Number.isFinite(value) || value < min || value > max)
    throw new MeasureRefusedError(
      name,
      `${label}: ${formatNumber(min, 2)} to ${formatNumber(max, 2)}${unit && ` ${unit}`} was expected; ${Number.isFinite(asked) ? formatNumber(asked, 2) : 'no number'} came.`,
    );
  return value;
}
