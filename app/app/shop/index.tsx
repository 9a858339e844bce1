import { Page } from '../../ui/page';
import { ListOrHint } from '../../ui/panes';
import { Aside } from '../../ui/type';
import { lazyPage } from '../../ui/lazy-page';

const ShopList = lazyPage(async () => (await import('../../features/pages')).ShopList);

export default function ShopIndex() {
  return (
    <ListOrHint
      list={<ShopList />}
      hint={
        <Page title="The machines">
          <Aside>Choose a machine to see what it can reach and what its dials truly give.</Aside>
        </Page>
      }
    />
  );
}
