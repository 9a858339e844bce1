export { decodeText, TextRefusedError } from './decode-text';
export { csvRows, type CsvReading, type CsvRow } from './csv-rows';
export { readBookCsv, readBookCsvRows, writeBookCsv, type BookCsvRecipe, type BookCsvRow } from './book-csv';
