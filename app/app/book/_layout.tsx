import { Slot, usePathname } from 'expo-router';
import { Panes } from '../../ui/panes';
import { lazyPage } from '../../ui/lazy-page';

const BookList = lazyPage(async () => (await import('../../features/pages')).BookList);

export default function BookLayout() {
  // A dial card fills the screen alone, and the table and a tuning have no room beside it.
  const path = usePathname();
  return path.endsWith('/dial') || path === '/book/table' || path.startsWith('/book/tuning/') ? (
    <Slot />
  ) : (
    <Panes list={<BookList />} detail={<Slot />} />
  );
}
