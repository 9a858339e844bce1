import { Slot } from 'expo-router';
import { ShopList } from '../../features/shop/shop-list';
import { Panes } from '../../ui/panes';

export default function ShopLayout() {
  return <Panes list={<ShopList />} detail={<Slot />} />;
}
