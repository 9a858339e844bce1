import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const EditMaterialPage = lazyPage(async () => (await import('../../../features/pages')).EditMaterialPage);

export default function EditMaterialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditMaterialPage key={id} id={id} />;
}
