import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const RunPage = lazyPage(async () => (await import('../../../features/pages')).RunPage);

export default function RunRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <RunPage key={id} jobId={id} />;
}
