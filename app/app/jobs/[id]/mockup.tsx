import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const MockupPage = lazyPage(async () => (await import('../../../features/pages')).MockupPage);

export default function MockupRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MockupPage jobId={id} />;
}
