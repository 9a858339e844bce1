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
  const head = text.slice(0, text.search(/\r?\n|$/));
  const delimiter = [',', ';', '\t'].map((mark) => ({ mark, count: head.split(mark).length })).reduce((a, b) => (b.count > a.count ? b : a)).mark;
  const reading: CsvReading = { rows: [], problems: [] };
  let line = 1;
  let from = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors, meta }) => {
      for (const { message } of errors) reading.problems.push({ line, message: message === 'Quoted field unterminated' ? 'a quotation mark is opened and never closed' : 'a quotation mark stands where none can be' });
      if (data.some((cell) => cell.trim() !== '')) reading.rows.push({ line, cells: data.map((cell) => cell.trim()) });
      line += text.slice(from, meta.cursor).split('\n').length - 1;
      from = meta.cursor;
    },
  });
  return reading;
}
