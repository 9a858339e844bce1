import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../../ui/lazy-page';

const ToolPage = lazyPage(async () => (await import('../../../../features/pages')).ToolPage);

export default function ToolRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ToolPage key={id} id={id} />;
}
