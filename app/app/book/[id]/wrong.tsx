import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const SymptomPage = lazyPage(async () => (await import('../../../features/pages')).SymptomPage);

export default function WrongRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SymptomPage recipeId={id} />;
}
