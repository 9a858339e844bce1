import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const JobDialCard = lazyPage(async () => (await import('../../../features/pages')).JobDialCard);

export default function JobDialRoute() {
  const { id, step } = useLocalSearchParams<{ id: string; step?: string }>();
  return <JobDialCard id={id} step={Number(step ?? 1)} />;
}
