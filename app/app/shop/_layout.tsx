import { Slot, useGlobalSearchParams } from 'expo-router';
import { ShopList } from '../../features/shop/shop-list';
import { Panes } from '../../ui/panes';

export default function ShopLayout() {
  const { id } = useGlobalSearchParams<{ id?: string }>();
  return <Panes list={<ShopList />} detail={<Slot />} isDetail={Boolean(id)} />;
}
