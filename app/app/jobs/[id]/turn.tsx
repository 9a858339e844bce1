import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const TurnPage = lazyPage(async () => (await import('../../../features/pages')).TurnPage);

export default function TurnRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TurnPage jobId={id} />;
}
