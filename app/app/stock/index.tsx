import { Page } from '../../ui/page';
import { Aside } from '../../ui/type';

/** On a wide screen, what stands beside the list until a material is chosen. */
export default function StockIndex() {
  return (
    <Page title="The shelf">
      <Aside>Choose a material to see the pieces on hand and what the book knows of it.</Aside>
    </Page>
  );
}
