import { useLocalSearchParams } from 'expo-router';
import { EditMachinePage } from '../../../../features/shop/machine-form';

export default function EditMachineRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditMachinePage key={id} id={id} />;
}
