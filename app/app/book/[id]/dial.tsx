import { useLocalSearchParams } from 'expo-router';
import { DialCard } from '../../../features/book/dial-card';

export default function DialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <DialCard id={id} />;
}
