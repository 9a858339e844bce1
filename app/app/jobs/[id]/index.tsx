import { useLocalSearchParams } from 'expo-router';
import { JobPage } from '../../../features/jobs/job-page';

export default function JobRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <JobPage key={id} id={id} />;
}
