import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const PressPage = lazyPage(async () => (await import('../../../features/pages')).PressPage);

export default function PressRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <PressPage jobId={id} />;
}
