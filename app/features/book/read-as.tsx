import type { RecipePageView } from '@keen-anvil/contract';
import { Aside } from '../../ui/type';

/** Words that stand nowhere in the book, and what they were taken for. */
export function ReadAs({ read }: { read: RecipePageView['read'] }) {
  return (
    <>
      {read.map(({ typed, as }) => (
        <Aside key={typed} testID="read-as">
          {as ? `“${typed}” stands nowhere; read as ${as}` : `Nothing in the book is like “${typed}”`}
        </Aside>
      ))}
    </>
  );
}
