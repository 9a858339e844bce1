import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const PlacePage = lazyPage(async () => (await import('../../../features/pages')).PlacePage);

export default function PlaceRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <PlacePage jobId={id} />;
}
