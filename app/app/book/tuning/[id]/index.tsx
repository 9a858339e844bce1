import { useLocalSearchParams } from 'expo-router';
import { TuningPage } from '../../../../features/tuning/tuning-page';

export default function TuningRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TuningPage id={id} />;
}
