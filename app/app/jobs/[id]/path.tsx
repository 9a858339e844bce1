import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const PathPage = lazyPage(async () => (await import('../../../features/pages')).PathPage);

export default function PathRoute() {
  const { id, step, sheet } = useLocalSearchParams<{ id: string; step?: string; sheet?: string }>();
  return <PathPage jobId={id} number={Number(step ?? 1)} sheetId={sheet ?? null} />;
}
