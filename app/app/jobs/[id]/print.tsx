import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const PrintPage = lazyPage(async () => (await import('../../../features/pages')).PrintPage);

export default function PrintRoute() {
  const { id, sheet } = useLocalSearchParams<{ id: string; sheet?: string }>();
  return <PrintPage jobId={id} sheetId={sheet ?? null} />;
}
