import { useLocalSearchParams } from 'expo-router';
import { TextPage } from '../../../features/jobs/text-page';

export default function TextRoute() {
  const { id, artwork } = useLocalSearchParams<{ id: string; artwork?: string }>();
  return <TextPage jobId={id} artworkId={artwork ?? null} />;
}
