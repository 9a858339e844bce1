import { Page } from '../../ui/page';
import { ListOrHint } from '../../ui/panes';
import { Aside } from '../../ui/type';
import { lazyPage } from '../../ui/lazy-page';

const StockList = lazyPage(async () => (await import('../../features/pages')).StockList);

export default function StockIndex() {
  return (
    <ListOrHint
      list={<StockList />}
      hint={
        <Page title="The shelf">
          <Aside>Choose a material to see the pieces on hand and what the book knows of it.</Aside>
        </Page>
      }
    />
  );
}
