import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const MachinePage = lazyPage(async () => (await import('../../../../features/pages')).MachinePage);

export default function MachineRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MachinePage key={id} id={id} />;
}
