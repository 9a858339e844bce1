import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const WindowPage = lazyPage(async () => (await import('../../../features/pages')).WindowPage);

export default function WindowRoute() {
  const { id, parts } = useLocalSearchParams<{ id: string; parts?: string }>();
  return <WindowPage jobId={id} partIds={(parts ?? '').split(',').filter(Boolean)} />;
}
