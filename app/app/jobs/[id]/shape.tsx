import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const MeasuredPage = lazyPage(async () => (await import('../../../features/pages')).MeasuredPage);

export default function ShapeRoute() {
  const { id, artwork } = useLocalSearchParams<{ id: string; artwork?: string }>();
  return <MeasuredPage jobId={id} artworkId={artwork ?? null} />;
}
