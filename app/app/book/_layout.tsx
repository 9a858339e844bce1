import { Slot, useGlobalSearchParams, usePathname } from 'expo-router';
import { BookList } from '../../features/book/book-list';
import { Panes } from '../../ui/panes';

export default function BookLayout() {
  const { id } = useGlobalSearchParams<{ id?: string }>();
  if (usePathname().endsWith('/dial')) return <Slot />;
  return <Panes list={<BookList />} detail={<Slot />} isDetail={Boolean(id)} />;
}
