import { Slot, usePathname } from 'expo-router';
import { BookList } from '../../features/book/book-list';
import { Panes } from '../../ui/panes';

export default function BookLayout() {
  // A dial card fills the screen alone, and the table and a tuning have no room beside it.
  const path = usePathname();
  return path.endsWith('/dial') || path === '/book/table' || path.startsWith('/book/tuning/') ? (
    <Slot />
  ) : (
    <Panes list={<BookList />} detail={<Slot />} />
  );
}
