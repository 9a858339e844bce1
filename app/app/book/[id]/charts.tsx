import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const ChartsPage = lazyPage(async () => (await import('../../../features/tuning/charts-page')).ChartsPage);

export default function ChartsRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChartsPage recipeId={id} />;
}
