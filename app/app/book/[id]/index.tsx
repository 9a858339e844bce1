import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const RecipePage = lazyPage(async () => (await import('../../../features/pages')).RecipePage);

export default function RecipeRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <RecipePage key={id} id={id} />;
}
