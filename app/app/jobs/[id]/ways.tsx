import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const WaysPage = lazyPage(async () => (await import('../../../features/pages')).WaysPage);

export default function WaysRoute() {
  const { id, step } = useLocalSearchParams<{ id: string; step?: string }>();
  return <WaysPage jobId={id} number={Number(step ?? 1)} />;
}
