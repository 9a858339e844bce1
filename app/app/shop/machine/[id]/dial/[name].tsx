import { useLocalSearchParams } from 'expo-router';
import { DialPage } from '../../../../../features/shop/dial-page';

export default function DialRoute() {
  const { id, name } = useLocalSearchParams<{ id: string; name: string }>();
  return <DialPage key={`${id} ${name}`} id={id} name={name} />;
}
