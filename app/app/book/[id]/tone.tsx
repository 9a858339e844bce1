import { useLocalSearchParams } from 'expo-router';
import { TonePage } from '../../../features/tuning/tone-page';

export default function ToneRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TonePage recipeId={id} />;
}
