import type { StockPieceView } from '@keen-anvil/contract';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { Facts } from '../../ui/facts';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useRecipes } from '../book/queries';
import { RecipeRow } from '../book/recipe-row';
import { useMaterials } from '../shop/queries';

/** One material: what it is like, the pieces on hand, and what the book knows of it. */
export function MaterialPage({ id }: { id: string }) {
  const router = useRouter();
  const materials = useMaterials();
  const recipes = useRecipes('').data?.filter((recipe) => recipe.material.id === id);
  const material = materials.data?.find((m) => m.id === id);
  const back = { label: 'Stock', href: '/stock', isBesideList: true } as const;
  if (!material) {
    return (
      <Page title="Material" back={back}>
        {materials.isError ? <Trouble error={materials.error} retry={() => void materials.refetch()} /> : materials.isPending ? <Waiting /> : <Nothing title="This material is not on the shelf" />}
      </Page>
    );
  }
  const facts: [string, string][] = [
    ['Thickness', `${material.thicknessMm} mm`],
    ['Holds details down to', `${material.smallestDetailMm} mm`],
    ['Lies', material.facing],
    ['Finish', material.finish],
    ['Cut', material.mirrored ? 'reversed, from the back' : 'from its face'],
  ];
  return (
    <Page title={material.name} back={back} aside={<Swatch colour={material.colour} size={44} />}>
      <Facts facts={facts} />
      {material.supplierCard ? (
        <Leaf>
          <Aside>As the supplier puts it</Aside>
          <Body>{material.supplierCard}</Body>
        </Leaf>
      ) : null}
      <Heading>On the shelf</Heading>
      {material.pieces.map((piece) => (
        <View key={piece.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
          <PieceShape piece={piece} colour={material.colour} />
          <View style={{ flex: 1 }}>
            <Strong>{piece.name}</Strong>
            <Aside>{piece.kind}</Aside>
          </View>
          <Figure>
            {piece.widthMm} × {piece.lengthMm} mm
          </Figure>
        </View>
      ))}
      <Heading>What the book knows of it</Heading>
      {recipes?.length === 0 ? <Aside>Nothing yet.</Aside> : null}
      <View style={{ gap: SPACE.small }}>
        {recipes?.map((recipe) => <RecipeRow key={recipe.id} recipe={recipe} onPress={() => router.push({ pathname: '/book/[id]', params: { id: recipe.id } })} />)}
      </View>
    </Page>
  );
}

/** A piece's outline, to scale with itself; a long roll is shown as wide as it is thick. */
function PieceShape({ piece, colour }: { piece: StockPieceView; colour: string }) {
  const { slate } = useTokens();
  const box = 52;
  const longest = Math.max(piece.widthMm, Math.min(piece.lengthMm, piece.widthMm * 2.5));
  const width = (piece.widthMm / longest) * box;
  const height = (Math.min(piece.lengthMm, longest) / longest) * box;
  return (
    <Svg width={box + 2} height={box + 2} aria-hidden>
      <Rect x={(box - width) / 2 + 1} y={(box - height) / 2 + 1} width={width} height={height} fill={colour} stroke={slate} strokeWidth={1} rx={piece.kind === 'roll' ? 6 : 0} />
    </Svg>
  );
}
