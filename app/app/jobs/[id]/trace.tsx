import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const TracePage = lazyPage(async () => (await import('../../../features/pages')).TracePage);

export default function TraceRoute() {
  const { id, artwork } = useLocalSearchParams<{ id: string; artwork: string }>();
  return <TracePage jobId={id} artworkId={artwork} />;
}
