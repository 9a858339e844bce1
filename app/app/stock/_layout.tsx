import { Slot, useGlobalSearchParams } from 'expo-router';
import { StockList } from '../../features/stock/stock-list';
import { Panes } from '../../ui/panes';

export default function StockLayout() {
  const { id } = useGlobalSearchParams<{ id?: string }>();
  return <Panes list={<StockList />} detail={<Slot />} isDetail={Boolean(id)} />;
}
