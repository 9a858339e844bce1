import { useLocalSearchParams } from 'expo-router';
import { EditToolPage } from '../../../../features/shop/tool-form';

export default function EditToolRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditToolPage key={id} id={id} />;
}
