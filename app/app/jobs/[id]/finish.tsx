import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const FinishPage = lazyPage(async () => (await import('../../../features/pages')).FinishPage);

export default function FinishRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <FinishPage jobId={id} />;
}
