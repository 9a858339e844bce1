import Papa from 'papaparse';

/** A row of a CSV file with the line that it begins in, from 1. */
export interface CsvRow {
  line: number;
  cells: string[];
}

/** A CSV file as rows, and what was wrong with its quotes. */
export interface CsvReading {
  rows: CsvRow[];
  problems: { line: number; message: string }[];
}

/** Reads CSV with commas, semicolons or tabs, whichever its first line has most of. Empty lines are passed over. */
export function csvRows(text: string): CsvReading {
  const reading: CsvReading = { rows: [], problems: [] };
  eachCsvRow(text, (row, problem) => {
    if (problem) reading.problems.push({ line: row.line, message: problem });
    if (row.cells.length) reading.rows.push(row);
  });
  return reading;
}

/**
 * Reads CSV as {@link csvRows} does, and hands over one row after the other, so that a large table is never there as a whole.
 * @param take hears a row, and what is wrong with its quotes; a row of which only that can be said has no cells
 */
export function eachCsvRow(text: string, take: (row: CsvRow, problem: string | null) => void): void {
  const head = text.slice(0, text.search(/\r?\n|$/));
  const delimiter = [',', ';', '\t']
    .map((mark) => ({ mark, count: head.split(mark).length }))
    .reduce((a, b) => (b.count > a.count ? b : a)).mark;
  let line = 1;
  let from = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors, meta }) => {
      const [wrong] = errors;
      const problem = wrong
        ? wrong.message === 'Quoted field unterminated'
          ? 'a quotation mark is opened and never closed'
          : 'a quotation mark stands where none can be'
        : null;
      const isEmpty = data.every((cell) => cell.trim() === '');
      if (problem !== null || !isEmpty) take({ line, cells: isEmpty ? [] : data.map((cell) => cell.trim()) }, problem);
      line += text.slice(from, meta.cursor).split('\n').length - 1;
      from = meta.cursor;
    },
  });
}
