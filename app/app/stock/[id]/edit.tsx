import { useLocalSearchParams } from 'expo-router';
import { EditMaterialPage } from '../../../features/stock/material-form';

export default function EditMaterialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditMaterialPage key={id} id={id} />;
}
