export { decodeText, TextRefusedError } from './decode-text';
export { csvRows, type CsvReading, type CsvRow } from './csv-rows';
export {
  readBookCsv,
  readBookCsvRows,
  bookCsvHead,
  bookCsvLines,
  writeBookCsv,
  type BookCsvRecipe,
  type BookCsvRow,
} from './book-csv';
