import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const DialCard = lazyPage(async () => (await import('../../../features/pages')).DialCard);

export default function DialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <DialCard id={id} />;
}
