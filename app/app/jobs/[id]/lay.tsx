import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const LayPage = lazyPage(async () => (await import('../../../features/pages')).LayPage);

export default function LayRoute() {
  const { id, step, sheet } = useLocalSearchParams<{ id: string; step?: string; sheet?: string }>();
  return <LayPage jobId={id} number={Number(step ?? 1)} sheetId={sheet ?? null} />;
}
