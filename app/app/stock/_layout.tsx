import { Slot } from 'expo-router';
import { StockList } from '../../features/stock/stock-list';
import { Panes } from '../../ui/panes';

export default function StockLayout() {
  return <Panes list={<StockList />} detail={<Slot />} />;
}
