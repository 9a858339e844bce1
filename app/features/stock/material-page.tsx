import { endpoints, addresses, type MaterialView, type StockPieceView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Facts } from '../../ui/facts';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { SaveKey } from '../api/save-key';
import { useRecipes } from '../book/queries';
import { RecipeRow } from '../book/recipe-row';
import { ArchiveKey } from '../shop/archive-key';
import { detailFacts } from '../shop/detail-facts';
import { TurnKeys } from '../shop/turn-keys';
import { KerfLeaf } from './kerf-leaf';
import { PatternPhoto } from './pattern-photo';
import { PieceForm } from './piece-form';
import { PiecesInStock } from './pieces-in-stock';
import { ApiError } from '../api/client';
import { useMaterial } from '../shop/materials';

/** One material: what it is like, the pieces on hand, and what the book knows of it. */
export function MaterialPage({ id }: { id: string }) {
  const material = useMaterial(id);
  if (material.data) return <Material material={material.data} />;
  return (
    <Page title="Material" back={BACK}>
      {material.error instanceof ApiError && material.error.code === 'not-found' ? (
        <Nothing title="This material is not on the shelf" />
      ) : material.isError ? (
        <Trouble error={material.error} retry={() => void material.refetch()} />
      ) : (
        <Waiting />
      )}
    </Page>
  );
}

/** Families that no beam is let near. */
const BACK = { label: 'Stock', href: '/stock', isBesideList: true } as const;

function Material({ material }: { material: MaterialView }) {
  const router = useRouter();
  const units = useUnits();
  const { id } = material;
  const [piece, setPiece] = useState<StockPieceView | 'new' | null>(null);
  const recipes = useRecipes({ material: id });
  const found = recipes.data?.pages.flatMap((page) => page.recipes);
  const addRecipe = () => router.push({ pathname: '/book/new', params: { material: id } });
  return (
    <Page
      title={material.name}
      back={BACK}
      aside={
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
          <Swatch colour={material.colour} size={44} />
          <Aside>{material.isArchived ? 'put away' : familyOf(material.family).label}</Aside>
        </View>
      }
      foot={
        <View style={{ flexDirection: 'row', gap: SPACE.small }}>
          <Button
            title="Change"
            type="outline"
            containerStyle={{ flex: 1 }}
            onPress={() => router.push({ pathname: '/stock/[id]/edit', params: { id } })}
          />
          <Button title="New recipe" containerStyle={{ flex: 1 }} onPress={addRecipe} />
        </View>
      }
    >
      <TurnKeys kind="material" id={id} />
      <Facts facts={factsOf(material, units.show)} />
      {material.supplierCard ? (
        <Leaf>
          <Aside>As the supplier puts it</Aside>
          <Body>{material.supplierCard}</Body>
        </Leaf>
      ) : null}
      {material.notes ? <Body>{material.notes}</Body> : null}
      {familyOf(material.family).neverUnderBeam ? null : <KerfLeaf material={material} />}
      <PatternPhoto material={material} />
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Heading>In stock</Heading>
        <TextKey title="Add a piece" icon="plus" onPress={() => setPiece('new')} />
      </View>
      <PiecesInStock material={material} onOpen={setPiece} />
      <Heading>What the book knows of it</Heading>
      {found?.length === 0 ? <Aside>Nothing yet. A new recipe starts from the nearest ones.</Aside> : null}
      <View style={{ gap: SPACE.small }}>
        {found?.map((recipe) => (
          <RecipeRow key={recipe.id} recipe={recipe} />
        ))}
      </View>
      <SaveKey
        title="Drawer label to print (PDF)"
        icon="printer-outline"
        path={addresses.drawerLabels({ materials: [id] })}
      />
      <ArchiveKey
        by={endpoints.putMaterialAway}
        id={id}
        version={material.version}
        isArchived={material.isArchived}
        what="the material"
      />
      {piece ? (
        <PieceForm material={material} piece={piece === 'new' ? null : piece} onClose={() => setPiece(null)} />
      ) : null}
    </Page>
  );
}

function factsOf(m: MaterialView, show: (value: number, unit: string) => string): [string, string][] {
  const typed = m.typed.thicknessMm;
  const spread =
    m.spreadMm === null ? '' : ` ± ${formatNumber(m.spreadMm, 3)} mm, from ${m.readingsMm.length} readings`;
  const facts: [string, string | null][] = [
    ['Thickness', `${typed ? `${typed.text} ${typed.unit}` : show(m.thicknessMm, 'mm')}${spread}`],
    ['Holds details down to', show(m.smallestDetailMm, 'mm')],
    ['Lies', m.facing],
    ['Finish', m.finish],
    ['Worked', m.mirrored ? 'reversed, from the back' : 'from its face'],
    ['Bears heat up to', m.heatLimitC === null ? null : show(m.heatLimitC, '°C')],
    [
      'Price',
      m.priceCents === null
        ? null
        : `${(m.priceCents / 100).toFixed(2)} a ${m.pricePer === 'm2' ? 'square metre' : 'piece'}`,
    ],
    ...detailFacts(familyOf(m.family).fields, m.details, show),
  ];
  return facts.filter((fact): fact is [string, string] => Boolean(fact[1]));
}
