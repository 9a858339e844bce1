import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const NestPage = lazyPage(async () => (await import('../../../features/pages')).NestPage);

export default function NestRoute() {
  const { id, step } = useLocalSearchParams<{ id: string; step?: string }>();
  return <NestPage jobId={id} number={Number(step ?? 1)} />;
}
