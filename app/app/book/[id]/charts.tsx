import { useLocalSearchParams } from 'expo-router';
import { ChartsPage } from '../../../features/tuning/charts-page';

export default function ChartsRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChartsPage recipeId={id} />;
}
