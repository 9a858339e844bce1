import { Slot } from 'expo-router';
import { Panes } from '../../ui/panes';
import { lazyPage } from '../../ui/lazy-page';

const StockList = lazyPage(async () => (await import('../../features/pages')).StockList);

export default function StockLayout() {
  return <Panes list={<StockList />} detail={<Slot />} />;
}
