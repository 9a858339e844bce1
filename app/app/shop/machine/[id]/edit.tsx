import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const EditMachinePage = lazyPage(async () => (await import('../../../../features/pages')).EditMachinePage);

export default function EditMachineRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EditMachinePage key={id} id={id} />;
}
