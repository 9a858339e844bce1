import { useLocalSearchParams } from 'expo-router';
import { MachinePage } from '../../../../features/shop/machine-page';

export default function MachineRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MachinePage key={id} id={id} />;
}
