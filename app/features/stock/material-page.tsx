import { paths, type MaterialView, type StockPieceView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Polygon, Rect } from 'react-native-svg';
import { Facts } from '../../ui/facts';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
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
import { pieceSaid, pieceSize } from './piece-words';
import { turnMaterial, turnPiece } from './queries';
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
const NEVER_BURNT = new Set<MaterialView['family']>(['vinyl', 'film', 'sticker', 'stencil', 'foil']);

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
      <TurnKeys seenAs="material" record={`material ${id}`} version={material.version} write={turnMaterial(id)} />
      <Facts facts={factsOf(material, units.show)} />
      {material.supplierCard ? (
        <Leaf>
          <Aside>As the supplier puts it</Aside>
          <Body>{material.supplierCard}</Body>
        </Leaf>
      ) : null}
      {material.notes ? <Body>{material.notes}</Body> : null}
      {NEVER_BURNT.has(material.family) ? null : <KerfLeaf material={material} />}
      <PatternPhoto material={material} />
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Heading>In stock</Heading>
        <TextKey title="Add a piece" icon="plus" onPress={() => setPiece('new')} />
      </View>
      {material.pieces.length === 0 ? <Aside>Nothing yet: add the sheet, roll or offcut that is there.</Aside> : null}
      {material.pieces.map((p) => (
        <TurnKeys key={p.id} seenAs="material" record={`piece ${p.id}`} version={p.version} write={turnPiece(p.id)} />
      ))}
      {material.pieces.map((p) => (
        <Pressable
          key={p.id}
          role="button"
          onPress={() => setPiece(p)}
          style={{
            flexDirection: 'row',
            alignItems: 'center',
            gap: SPACE.base,
            opacity: p.isArchived || p.count === 0 ? 0.55 : 1,
          }}
        >
          <PieceShape piece={p} colour={material.colour} />
          <View style={{ flex: 1 }}>
            <Strong>{pieceSaid(p, units.show)}</Strong>
            <Aside>{p.isArchived ? 'put away' : p.kind}</Aside>
          </View>
          <Figure>{pieceSize(p, units.show)}</Figure>
        </Pressable>
      ))}
      <Heading>What the book knows of it</Heading>
      {found?.length === 0 ? <Aside>Nothing yet. A new recipe starts from the nearest ones.</Aside> : null}
      <View style={{ gap: SPACE.small }}>
        {found?.map((recipe) => (
          <RecipeRow key={recipe.id} recipe={recipe} />
        ))}
      </View>
      <SaveKey title="Drawer label to print (PDF)" icon="printer-outline" path={paths.labels([id])} />
      <ArchiveKey
        seenAs="material"
        path={paths.materialArchive(id)}
        version={material.version}
        isArchived={material.isArchived}
        what="the material"
      />
      {piece ? (
        <PieceForm materialId={id} piece={piece === 'new' ? null : piece} onClose={() => setPiece(null)} />
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

/** A piece's outline, to scale with itself; a long roll is shown as wide as it is thick. */
function PieceShape({ piece, colour }: { piece: StockPieceView; colour: string }) {
  const { slate } = useTokens();
  const box = 52;
  const longest = Math.max(piece.widthMm, Math.min(piece.lengthMm, piece.widthMm * 2.5), 1);
  const width = (piece.widthMm / longest) * box;
  const height = (Math.min(piece.lengthMm, longest) / longest) * box;
  const [left, top] = [(box - width) / 2 + 1, (box - height) / 2 + 1];
  return (
    <Svg width={box + 2} height={box + 2} aria-hidden>
      {piece.outline ? (
        <Polygon
          points={piece.outline
            .map(({ x, y }) => `${left + (x / longest) * box},${top + (y / longest) * box}`)
            .join(' ')}
          fill={colour}
          stroke={slate}
          strokeWidth={1}
        />
      ) : (
        <Rect
          x={left}
          y={top}
          width={width}
          height={height}
          fill={colour}
          stroke={slate}
          strokeWidth={1}
          rx={piece.kind === 'roll' ? 6 : 0}
        />
      )}
    </Svg>
  );
}
