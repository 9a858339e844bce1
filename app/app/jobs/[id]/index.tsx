import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const JobPage = lazyPage(async () => (await import('../../../features/pages')).JobPage);

export default function JobRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <JobPage key={id} id={id} />;
}
