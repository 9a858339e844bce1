import type { StockPieceView } from '@keen-anvil/contract';

type Show = (value: number, unit: string) => string;

/** How much there is of a piece: metres on a roll, sheets by their number. */
export function pieceSaid(piece: StockPieceView, show: Show): string {
  if (piece.count === 0) return `${piece.name}: none left`;
  if (piece.kind === 'roll')
    return `${piece.name}: ${piece.lengthMm >= 1000 ? `${Number((piece.lengthMm / 1000).toFixed(2))} m` : show(piece.lengthMm, 'mm')}`;
  return piece.count === 1 ? piece.name : `${piece.count} × ${piece.name}`;
}

/** The size of a piece; of a roll its width, as its length is what is left. */
export const pieceSize = (piece: StockPieceView, show: Show): string =>
  piece.kind === 'roll'
    ? `${show(piece.widthMm, 'mm')} wide`
    : `${show(piece.widthMm, 'mm')} × ${show(piece.lengthMm, 'mm')}`;
