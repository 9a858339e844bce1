import { useLocalSearchParams } from 'expo-router';
import { MaterialPage } from '../../../features/stock/material-page';

export default function MaterialRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MaterialPage key={id} id={id} />;
}
