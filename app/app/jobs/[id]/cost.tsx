import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const CostPage = lazyPage(async () => (await import('../../../features/pages')).CostPage);

export default function CostRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <CostPage jobId={id} />;
}
