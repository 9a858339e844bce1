export { NewRecipePage as default } from '../../features/book/new-recipe-page';
