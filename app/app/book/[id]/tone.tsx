import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const TonePage = lazyPage(async () => (await import('../../../features/pages')).TonePage);

export default function ToneRoute() {
  const { id, way } = useLocalSearchParams<{ id: string; way?: string }>();
  return <TonePage recipeId={id} way={way} />;
}
