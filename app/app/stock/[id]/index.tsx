import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const MaterialPage = lazyPage(async () => (await import('../../../features/pages')).MaterialPage);

export default function MaterialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MaterialPage key={id} id={id} />;
}
