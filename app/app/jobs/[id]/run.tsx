import { useLocalSearchParams } from 'expo-router';
import { RunPage } from '../../../features/runs/run-page';

export default function RunRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <RunPage key={id} jobId={id} />;
}
