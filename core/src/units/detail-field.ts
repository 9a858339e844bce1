import { parseTypedNumber } from './typed-number';

/** One fact that only records of some kind have: what it is called, and what may stand there. */
export interface DetailField {
  name: string;
  label: string;
  kind: 'text' | 'number' | 'choice' | 'yes-no' | 'colour';
  unit?: string;
  min?: number;
  max?: number;
  choices?: readonly string[];
}

/** Facts by field name, as they were typed or chosen. */
export type Details = Readonly<Record<string, string | number | boolean>>;

const COLOUR = /^#[0-9a-f]{6}$/;
const LONGEST_TEXT = 200;

/**
 * What is wrong with a record's own facts, a sentence for the first of them, or null.
 * @example detailsProblem([{ name: 'angle', label: 'Angle', kind: 'number', unit: '°', min: 10, max: 90 }], { angle: 120 })
 * // 'Angle goes from 10 to 90 °; 120 was given.'
 */
export function detailsProblem(fields: readonly DetailField[], details: Details): string | null {
  for (const [name, value] of Object.entries(details)) {
    const field = fields.find((f) => f.name === name);
    if (!field)
      return `“${name}” is none of its facts; there are ${fields.map((f) => f.label.toLowerCase()).join(', ') || 'none'}.`;
    const problem = fieldProblem(field, value);
    if (problem) return problem;
  }
  return null;
}

/** What is wrong with one fact, as a sentence, or null. */
export function fieldProblem(
  { label, kind, unit, min = -Infinity, max = Infinity, choices = [] }: DetailField,
  value: unknown,
): string | null {
  if (kind === 'yes-no') return typeof value === 'boolean' ? null : `${label} is yes or no.`;
  if (kind === 'choice')
    return choices.includes(String(value)) ? null : `${label} is one of ${choices.join(', ')}; “${value}” came.`;
  if (kind === 'colour')
    return COLOUR.test(String(value)) ? null : `${label} is a colour such as #1d2f5c; “${value}” came.`;
  if (kind === 'text')
    return typeof value === 'string' && value.length <= LONGEST_TEXT
      ? null
      : `${label} is text of at most ${LONGEST_TEXT} letters.`;
  const number = typeof value === 'number' ? value : parseTypedNumber(String(value));
  const range = `goes from ${min} to ${max}${unit ? ` ${unit}` : ''}`;
  if (number === null || !Number.isFinite(number)) return `${label} ${range}; “${value}” is no number.`;
  return number < min || number > max ? `${label} ${range}; ${number} was given.` : null;
}
