import { Page } from '../../ui/page';
import { ListOrHint } from '../../ui/panes';
import { Aside } from '../../ui/type';
import { lazyPage } from '../../ui/lazy-page';

const BookList = lazyPage(async () => (await import('../../features/pages')).BookList);

export default function BookIndex() {
  return (
    <ListOrHint
      list={<BookList />}
      hint={
        <Page title="Book">
          <Aside>Choose a recipe to see what to dial in, and how far to trust it.</Aside>
        </Page>
      }
    />
  );
}
