import Papa from 'papaparse';
import {
  PROCESSES,
  QUANTITIES,
  quantityOf,
  sayQuantity,
  SOURCES,
  type ProcessName,
  type Settings,
  type Source,
} from '../recipes';
import { formatNumber, parseTypedNumber } from '../units';
import { eachCsvRow } from './csv-rows';

/** A recipe as a row of a table: things by their names, numbers as the machine shows them. */
export interface BookCsvRecipe {
  material: string;
  family: string;
  /** Null where the table does not say. */
  thicknessMm: number | null;
  machine: string;
  tool: string;
  process: ProcessName;
  settings: Settings;
  source: Source;
  reason: string;
  note: string;
}

/** A row as it was read, or the sentence that says why it cannot be. */
export type BookCsvRow =
  { line: number; recipe: BookCsvRecipe; problem: null } | { line: number; recipe: null; problem: string };

const TEXT_COLUMNS = ['material', 'family', 'machine', 'tool', 'process', 'source', 'reason', 'note'] as const;
const NEEDED = ['material', 'machine', 'tool', 'process'] as const;
const THICKNESS = 'thickness mm';
const COLUMNS = [
  'material',
  'family',
  THICKNESS,
  'machine',
  'tool',
  'process',
  ...QUANTITIES.map((name) => quantityOf(name).label),
  'source',
  'reason',
  'note',
  'temper',
];

const lines = (rows: unknown[][]): string => Papa.unparse(rows, { newline: '\r\n' }) + '\r\n';

/** The first line of a book as CSV. */
export const bookCsvHead = (): string => lines([COLUMNS]);

/** Recipes as lines of a book, one a row. Temper is written for the reader; it is never read, as it is earned. */
export function bookCsvLines(recipes: readonly (BookCsvRecipe & { temper: string })[]): string {
  if (recipes.length === 0) return '';
  const rows = recipes.map((recipe) => [
    recipe.material,
    recipe.family,
    recipe.thicknessMm === null ? '' : formatNumber(recipe.thicknessMm, 4),
    recipe.machine,
    recipe.tool,
    recipe.process,
    ...QUANTITIES.map((name) => (recipe.settings[name] === undefined ? '' : sayQuantity(name, recipe.settings[name]!))),
    recipe.source,
    recipe.reason,
    recipe.note,
    recipe.temper,
  ]);
  // Text that a spreadsheet would take for a formula gets a mark in front of it, which reading takes off again.
  const safe = (cell: string) => (/^[=+@\t\r-]/.test(cell) && !isPlainNumber(cell) ? `'${cell}` : cell);
  return lines(rows.map((row) => row.map(safe)));
}

/** A whole book as CSV. */
export const writeBookCsv = (recipes: Parameters<typeof bookCsvLines>[0]): string =>
  bookCsvHead() + bookCsvLines(recipes);

/** −2 and +2.5 are numbers; −2+3 is a formula. */
const isPlainNumber = (cell: string): boolean => /^[+-]?\d+(?:[.,]\d+)?$/.test(cell);

/**
 * Reads a table of recipes. Columns are found by their names, in any order; numbers may have a comma or a point.
 * @returns a refusal where the table as a whole is none of ours, else a row for each line
 */
export function readBookCsv(text: string): { refusal: string; rows: null } | { refusal: null; rows: BookCsvRow[] } {
  const rows: BookCsvRow[] = [];
  const refusal = readBookCsvRows(text, (row) => rows.push(row));
  return refusal === null ? { refusal, rows } : { refusal, rows: null };
}

/**
 * Reads a table of recipes as {@link readBookCsv} does, and hands over one row after the other.
 * @returns a refusal where the table as a whole is none of ours: nothing was handed over then
 */
export function readBookCsvRows(text: string, take: (row: BookCsvRow) => void): string | null {
  const needs = `A table of recipes needs the columns ${NEEDED.join(', ')}`;
  let columns: string[] | null = null;
  let refusal: string | null = null;
  eachCsvRow(text, ({ line, cells }, problem) => {
    if (refusal !== null) return;
    if (columns) {
      if (cells.length) take(readRow(line, cells, columns, problem ?? undefined));
      return;
    }
    if (cells.length === 0) return;
    columns = cells.map((cell) =>
      cell
        .replace(/^\uFEFF/, '')
        .toLowerCase()
        .replace(/\s+/g, ' '),
    );
    refusal = headRefusal(line, columns, needs);
  });
  return columns === null ? `${needs}; the file is empty.` : refusal;
}

function headRefusal(line: number, columns: string[], needs: string): string | null {
  const missing = NEEDED.filter((name) => !columns.includes(name));
  if (missing.length)
    return `${needs}; line ${line} has ${columns.filter(Boolean).join(', ') || 'none'}. Missing: ${missing.join(', ')}.`;
  const unknown = columns.find((name) => name && !COLUMNS.includes(name));
  if (unknown)
    return `Line ${line}, column ${columns.indexOf(unknown) + 1}: “${unknown}” is no column of a book. There are ${COLUMNS.join(', ')}.`;
  const twice = columns.find((name, i) => name && columns.indexOf(name) !== i);
  return twice ? `Line ${line}: the column ${twice} stands there twice.` : null;
}

function readRow(line: number, cells: string[], columns: string[], broken: string | undefined): BookCsvRow {
  const refuse = (column: string, sentence: string): BookCsvRow => ({
    line,
    recipe: null,
    problem: `Line ${line}, column ${column}: ${sentence}`,
  });
  if (broken) return { line, recipe: null, problem: `Line ${line}: ${broken}.` };
  if (cells.length > columns.length)
    return {
      line,
      recipe: null,
      problem: `Line ${line}: ${columns.length} columns were expected; ${cells.length} came.`,
    };
  const cell = (name: string): string => (cells[columns.indexOf(name)] ?? '').replace(/^'(?=[=+@\t\r-])/, '');
  const text = Object.fromEntries(TEXT_COLUMNS.map((name) => [name, cell(name)])) as Record<
    (typeof TEXT_COLUMNS)[number],
    string
  >;
  for (const name of NEEDED) if (!text[name]) return refuse(name, 'it is empty.');
  const process = PROCESSES.find((p) => [p.name, p.label].some((name) => same(name, text.process)));
  if (!process)
    return refuse('process', `one of ${PROCESSES.map((p) => p.name).join(', ')} was expected; “${text.process}” came.`);
  const source = text.source ? SOURCES.find((name) => same(name, text.source)) : 'other-maker';
  if (!source) return refuse('source', `one of ${SOURCES.join(', ')} was expected; “${text.source}” came.`);
  const twoWays = bothReadings(cell(THICKNESS));
  if (twoWays)
    return refuse(
      THICKNESS,
      `“${cell(THICKNESS)}” can be ${twoWays[0]} or ${twoWays[1]}: write it without a mark for thousands.`,
    );
  const thicknessMm = cell(THICKNESS) ? parseTypedNumber(cell(THICKNESS)) : null;
  if (cell(THICKNESS) && !thicknessMm)
    return refuse(THICKNESS, `a number of mm was expected; “${cell(THICKNESS)}” came.`);
  const settings: Settings = {};
  for (const name of QUANTITIES) {
    const { label, choices } = quantityOf(name);
    const typed = cell(label);
    if (!typed) continue;
    const both = choices ? null : bothReadings(typed);
    if (both)
      return refuse(label, `“${typed}” can be ${both[0]} or ${both[1]}: write it without a mark for thousands.`);
    const value = choices ? choiceOf(choices, typed) : parseTypedNumber(typed);
    if (value === null)
      return refuse(
        label,
        choices
          ? `one of ${choices.join(', ')} was expected; “${typed}” came.`
          : `a number was expected; “${typed}” came.`,
      );
    settings[name] = value;
  }
  return { line, problem: null, recipe: { ...text, process: process.name, source, thicknessMm, settings } };
}

/** “1,500” is fifteen hundred to some and one and a half to others; null where only one reading fits. */
function bothReadings(typed: string): [string, string] | null {
  const match = /^([+-]?[1-9]\d{0,2})[,.](\d{3})$/.exec(typed.trim());
  return match ? [`${match[1]}${match[2]}`, `${match[1]}.${match[2]}`.replace(/0+$/, '').replace(/\.$/, '')] : null;
}

const same = (a: string, b: string): boolean =>
  a.toLowerCase().replace(/[\s-]+/g, ' ') === b.toLowerCase().replace(/[\s-]+/g, ' ');

function choiceOf(choices: readonly string[], typed: string): number | null {
  const index = choices.findIndex((choice) => same(choice, typed));
  return index < 0 ? null : index;
}
