export { ImportPage as default } from '../../features/book/import-page';
