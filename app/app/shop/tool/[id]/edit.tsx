import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const EditToolPage = lazyPage(async () => (await import('../../../../features/pages')).EditToolPage);

export default function EditToolRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditToolPage key={id} id={id} />;
}
