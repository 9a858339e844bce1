import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const TuningPage = lazyPage(async () => (await import('../../../../features/pages')).TuningPage);

export default function TuningRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TuningPage id={id} />;
}
