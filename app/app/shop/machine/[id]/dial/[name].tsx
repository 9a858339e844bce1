import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../../ui/lazy-page';

const DialPage = lazyPage(async () => (await import('../../../../../features/pages')).DialPage);

export default function DialRoute() {
  const { id, name } = useLocalSearchParams<{ id: string; name: string }>();
  return <DialPage key={`${id} ${name}`} id={id} name={name} />;
}
