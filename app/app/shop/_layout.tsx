import { Slot } from 'expo-router';
import { Panes } from '../../ui/panes';
import { lazyPage } from '../../ui/lazy-page';

const ShopList = lazyPage(async () => (await import('../../features/pages')).ShopList);

export default function ShopLayout() {
  return <Panes list={<ShopList />} detail={<Slot />} />;
}
