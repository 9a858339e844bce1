import type { MaterialView } from '@keen-anvil/contract';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Heading, Strong } from '../../ui/type';
import { useMaterials } from '../shop/queries';

/** What is on the shelf, by family. */
export function StockList() {
  const materials = useMaterials();
  const families = [...new Set(materials.data?.map((m) => m.family))];
  return (
    <Page title="Stock">
      {materials.isPending ? <Waiting lines={6} /> : null}
      {materials.isError ? <Trouble error={materials.error} retry={() => void materials.refetch()} /> : null}
      {materials.data?.length === 0 ? <Nothing title="The shelf is empty">Materials will stand here once there are some.</Nothing> : null}
      {families.map((family) => (
        <View key={family} style={{ gap: SPACE.small }}>
          <Heading style={{ textTransform: 'capitalize' }}>{family}</Heading>
          {materials.data?.filter((m) => m.family === family).map((material) => <MaterialRow key={material.id} material={material} />)}
        </View>
      ))}
    </Page>
  );
}

function MaterialRow({ material }: { material: MaterialView }) {
  const { card, rule, quench } = useTokens();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  return (
    <Pressable role="link" aria-label={material.name} onPress={() => router.push({ pathname: '/stock/[id]', params: { id: material.id } })} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, padding: SPACE.base, minHeight: 64, backgroundColor: card, borderWidth: 1, borderColor: id === material.id ? quench : rule, borderRadius: 3 }}>
      <Swatch colour={material.colour} size={40} />
      <View style={{ flex: 1 }}>
        <Strong>{material.name}</Strong>
        <Aside>{material.pieces.map((piece) => piece.name).join(', ') || 'none in stock'}</Aside>
      </View>
      <Figure>{material.thicknessMm} mm</Figure>
    </Pressable>
  );
}
