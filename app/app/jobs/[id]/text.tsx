import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const TextPage = lazyPage(async () => (await import('../../../features/pages')).TextPage);

export default function TextRoute() {
  const { id, artwork } = useLocalSearchParams<{ id: string; artwork?: string }>();
  return <TextPage jobId={id} artworkId={artwork ?? null} />;
}
