import type { MaterialView, StockPieceView } from '@keen-anvil/contract';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Polygon, Rect } from 'react-native-svg';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Strong } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { TurnKeys } from '../shop/turn-keys';
import { pieceSaid, pieceSize } from './piece-words';
import { useChangedPieces } from './queries';

interface PiecesInStockProps {
  material: MaterialView;
  onOpen: (piece: StockPieceView) => void;
}

/** So many pieces are shown at once: of some materials every offcut is kept. */
const PIECES_AT_ONCE = 60;

/** The pieces of a material, the largest first; more of them come when they are asked for. */
export function PiecesInStock({ material, onOpen }: PiecesInStockProps) {
  const units = useUnits();
  const changed = useChangedPieces(material.id).data ?? [];
  const [most, setMost] = useState(PIECES_AT_ONCE);
  const shown = material.pieces.slice(0, most);
  const left = material.pieces.length - shown.length;
  if (shown.length === 0) return <Aside>Nothing yet: add the sheet, roll or offcut that is there.</Aside>;
  return (
    <>
      {changed.map((id) => (
        <TurnKeys key={id} kind="piece" id={id} />
      ))}
      {shown.map((p) => (
        <Pressable
          key={p.id}
          role="button"
          onPress={() => onOpen(p)}
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
      {left > 0 ? (
        <TextKey
          title={`${Math.min(left, PIECES_AT_ONCE)} more of ${left}`}
          icon="plus"
          onPress={() => setMost(most + PIECES_AT_ONCE)}
        />
      ) : null}
    </>
  );
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
