import { Page } from '../../ui/page';
import { Aside } from '../../ui/type';

/** On a wide screen, what stands beside the list until a recipe is chosen. */
export default function BookIndex() {
  return (
    <Page title="Settings book">
      <Aside>Choose a recipe to see what to dial in, and how far to trust it.</Aside>
    </Page>
  );
}
