import { Page } from '../../ui/page';
import { Aside } from '../../ui/type';

/** On a wide screen, what stands beside the list until a machine is chosen. */
export default function ShopIndex() {
  return (
    <Page title="The machines">
      <Aside>Choose a machine to see what it can reach and what its dials truly give.</Aside>
    </Page>
  );
}
