import { useLocalSearchParams } from 'expo-router';
import { JobDialCard } from '../../../features/jobs/job-dial-card';

export default function JobDialRoute() {
  const { id, step } = useLocalSearchParams<{ id: string; step?: string }>();
  return <JobDialCard id={id} step={Number(step ?? 1)} />;
}
