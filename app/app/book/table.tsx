export { BookTable as default } from '../../features/book/book-table';
