import { ShopList } from '../../features/shop/shop-list';
import { Page } from '../../ui/page';
import { ListOrHint } from '../../ui/panes';
import { Aside } from '../../ui/type';

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
