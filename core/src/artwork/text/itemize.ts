import bidiFactory from 'bidi-js';

/** A stretch of a line in one script and one direction. */
export interface TextRun {
  /** Where it begins in the line. */
  start: number;
  text: string;
  isRightToLeft: boolean;
}

const bidi = bidiFactory();
/** Scripts that are told apart; letters of others count as one more. */
const SCRIPTS = [
  'Latin',
  'Greek',
  'Cyrillic',
  'Armenian',
  'Hebrew',
  'Arabic',
  'Syriac',
  'Thaana',
  'Devanagari',
  'Bengali',
  'Gurmukhi',
  'Gujarati',
  'Oriya',
  'Tamil',
  'Telugu',
  'Kannada',
  'Malayalam',
  'Sinhala',
  'Thai',
  'Lao',
  'Tibetan',
  'Myanmar',
  'Georgian',
  'Hangul',
  'Ethiopic',
  'Cherokee',
  'Khmer',
  'Mongolian',
  'Hiragana',
  'Katakana',
  'Bopomofo',
  'Han',
].map((name) => new RegExp(`\\p{Script=${name}}`, 'u'));
const NO_SCRIPT = /[\p{Script=Common}\p{Script=Inherited}]/u;

/**
 * A line's runs from left to right as it is read on paper (Unicode's bidirectional algorithm), each of one script.
 * @param direction of the whole line; found from its first strong letter where it is not given
 */
export function itemize(line: string, direction?: 'ltr' | 'rtl'): TextRun[] {
  if (line === '') return [];
  const levels = bidi.getEmbeddingLevels(line, direction);
  const order = Array.from({ length: line.length }, (_, i) => i);
  for (const [from, to] of bidi.getReorderSegments(line, levels)) reverse(order, from, to);
  const scripts = scriptsOf(line);
  const runs: { first: number; last: number; isRightToLeft: boolean }[] = [];
  for (const i of order) {
    const isRightToLeft = levels.levels[i] % 2 === 1;
    const run = runs[runs.length - 1];
    const goesOn =
      run &&
      run.isRightToLeft === isRightToLeft &&
      scripts[i] === scripts[run.first] &&
      levels.levels[i] === levels.levels[run.first] &&
      (isRightToLeft ? i === run.first - 1 : i === run.last + 1);
    if (!goesOn) runs.push({ first: i, last: i, isRightToLeft });
    else if (isRightToLeft) run.first = i;
    else run.last = i;
  }
  return runs.map(({ first, last, isRightToLeft }) => ({
    start: first,
    text: line.slice(first, last + 1),
    isRightToLeft,
  }));
}

function reverse(order: number[], from: number, to: number): void {
  for (let i = from, j = to; i < j; i++, j--) [order[i], order[j]] = [order[j], order[i]];
}

/** The script of each UTF-16 unit; what belongs to none goes with what stands before it, or after it at the start. */
function scriptsOf(line: string): number[] {
  const scripts: number[] = [];
  let script = -1;
  for (const letter of line) {
    if (!NO_SCRIPT.test(letter)) script = SCRIPTS.findIndex((pattern) => pattern.test(letter));
    for (let i = 0; i < letter.length; i++) scripts.push(NO_SCRIPT.test(letter) && script === -1 ? NaN : script);
  }
  const first = scripts.find((found) => !Number.isNaN(found)) ?? 0;
  return scripts.map((found) => (Number.isNaN(found) ? first : found));
}
