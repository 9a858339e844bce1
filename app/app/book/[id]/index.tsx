import { useLocalSearchParams } from 'expo-router';
import { RecipePage } from '../../../features/book/recipe-page';

export default function RecipeRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <RecipePage key={id} id={id} />;
}
