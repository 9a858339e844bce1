import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const TrialDialCard = lazyPage(async () => (await import('../../../../features/pages')).TrialDialCard);

export default function TrialDialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TrialDialCard tuningId={id} />;
}
