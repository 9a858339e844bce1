import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const JobPage = lazyPage(async () => (await import('../../../features/pages')).JobPage);

export default function JobRoute() {
  const { id, tab } = useLocalSearchParams<{ id: string; tab?: string }>();
  return <JobPage key={id} id={id} tab={tab} />;
}
