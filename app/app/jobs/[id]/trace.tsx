import { useLocalSearchParams } from 'expo-router';
import { TracePage } from '../../../features/jobs/trace-page';

export default function TraceRoute() {
  const { id, artwork } = useLocalSearchParams<{ id: string; artwork: string }>();
  return <TracePage jobId={id} artworkId={artwork} />;
}
