import type { MaterialView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { Button } from '../../ui/elements';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { LinkRow } from '../../ui/link-row';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Heading, Strong } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { isNameShared } from '../shop/names';
import { pieceSaid } from './piece-words';
import { useShelfSearch } from '../shop/shelf-search';

/** What is on the shelf, by family; what was put away comes last. */
export function StockList() {
  const { shelf, materials, isEmpty, field, more } = useShelfSearch(null);
  const router = useRouter();
  const kept = materials?.filter((m) => !m.isArchived) ?? [];
  const away = materials?.filter((m) => m.isArchived) ?? [];
  const families = [...new Set(kept.map((m) => m.family))];
  return (
    <Page title="Stock" foot={<Button title="Add a material" onPress={() => router.push('/stock/new')} />}>
      {shelf.isPending ? <Waiting lines={6} /> : null}
      {shelf.isError ? <Trouble error={shelf.error} retry={() => void shelf.refetch()} /> : null}
      {field}
      {isEmpty ? (
        <Nothing title="The shelf is empty">Add the first material, with its thickness from the calipers.</Nothing>
      ) : null}
      {families.map((family) => (
        <View key={family} style={{ gap: SPACE.small }}>
          <Heading>{familyOf(family).label}</Heading>
          {kept
            .filter((m) => m.family === family)
            .map((material) => (
              <MaterialRow key={material.id} material={material} isShared={isNameShared(material, kept)} />
            ))}
        </View>
      ))}
      {away.length ? (
        <View style={{ gap: SPACE.small }}>
          <Heading>Put away</Heading>
          {away.map((material) => (
            <MaterialRow key={material.id} material={material} isShared={false} />
          ))}
        </View>
      ) : null}
      {more}
    </Page>
  );
}

function MaterialRow({ material, isShared }: { material: MaterialView; isShared: boolean }) {
  const units = useUnits();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  const there = material.pieces.filter((piece) => !piece.isArchived && piece.count > 0);
  return (
    <LinkRow
      isOpen={id === material.id}
      isFaint={material.isArchived}
      mark={<Swatch colour={material.colour} size={40} />}
      end={<Figure>{units.show(material.thicknessMm, 'mm')}</Figure>}
      href={{ pathname: '/stock/[id]', params: { id: material.id } }}
    >
      <Strong>
        {material.name}
        {isShared ? ' (one of two so called)' : ''}
      </Strong>
      <Aside>{there.map((piece) => pieceSaid(piece, units.show)).join('; ') || 'none in stock'}</Aside>
    </LinkRow>
  );
}
