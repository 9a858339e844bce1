import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const ChartsPage = lazyPage(async () => (await import('../../../features/pages')).ChartsPage);

export default function ChartsRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChartsPage recipeId={id} />;
}
