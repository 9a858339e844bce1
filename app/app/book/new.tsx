import { lazyPage } from '../../ui/lazy-page';

export default lazyPage(async () => (await import('../../features/book/new-recipe-page')).NewRecipePage);
