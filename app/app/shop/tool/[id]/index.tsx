import { useLocalSearchParams } from 'expo-router';
import { ToolPage } from '../../../../features/shop/tool-page';

export default function ToolRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ToolPage key={id} id={id} />;
}
