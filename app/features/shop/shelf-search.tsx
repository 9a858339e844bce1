import { useDeferredValue, useState } from 'react';
import { Input } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useShelf } from './materials';

/** A shelf that may hold thousands: what of it is loaded, and how to find more; a small one needs neither field nor key. */
export function useShelfSearch(isArchived: boolean | null) {
  const [typed, setTyped] = useState('');
  const shelf = useShelf(useDeferredValue(typed.trim()), isArchived);
  const isLarge = shelf.hasNextPage || typed !== '';
  return {
    shelf,
    materials: shelf.data?.pages.flat(),
    /** Nothing is there at all, whatever is searched for. */
    isEmpty: shelf.data?.pages[0]?.length === 0 && typed === '',
    field: isLarge ? (
      <Input
        aria-label="Find a material"
        placeholder="navy vinyl, birch …"
        value={typed}
        onChangeText={setTyped}
        autoCorrect={false}
        renderErrorMessage={false}
      />
    ) : null,
    more: shelf.hasNextPage ? (
      <TextKey title="More of the shelf" icon="plus" onPress={() => void shelf.fetchNextPage()} />
    ) : null,
  };
}
