import { useLocalSearchParams } from 'expo-router';
import { TrialDialCard } from '../../../../features/tuning/trial-dial-card';

export default function TrialDialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TrialDialCard tuningId={id} />;
}
