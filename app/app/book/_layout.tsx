import { Slot, usePathname } from 'expo-router';
import { BookList } from '../../features/book/book-list';
import { Panes } from '../../ui/panes';

export default function BookLayout() {
  // A dial card fills the screen alone.
  const isCard = usePathname().endsWith('/dial');
  return isCard ? <Slot /> : <Panes list={<BookList />} detail={<Slot />} />;
}
