import type { StockPieceView } from '@keen-anvil/contract';
import { closePiece, piecesAround, piecesOf, type NestGroup } from '@keen-anvil/core/steps';
import type { ClosePiece, CloseWish, Turns } from '@keen-anvil/core/layout';

/** A piece as it is on the shelf, and as it can be laid on. */
export interface ClosePieceShown {
  piece: StockPieceView;
  close: ClosePiece;
}

/** What is chosen for a close layout. */
export interface NestForm {
  pieceIds: string[];
  asOne: boolean;
  /** Parts that stay where they are. */
  stayIds: string[];
  /** Copies may be turned over, where both sides of the material are the same. */
  mayTurnOver: boolean;
  copies: number | 'fit' | null;
  turns: Turns;
  gapMm: number;
  edgeMm: number;
}

export const TURN_WORDS: Record<Turns, string> = {
  free: 'Any way',
  quarter: 'Quarter turns',
  half: 'Along the grain',
  none: 'As drawn',
};

/** What a part of a group is called; a part without a name is one of its drawing. */
export const nameInGroup = ({ steps }: NestGroup, id: string): string =>
  steps.flatMap(({ parts }) => parts).find((part) => part.id === id)?.name || 'a part';

/** How long a better layout is looked for at a time. */
export const SECONDS = 60;

/** The pieces that the machines of a group reach. */
export const shownPieces = (group: NestGroup): ClosePieceShown[] =>
  piecesOf(group).flatMap((piece) => {
    const close = closePiece(piece, group);
    return close ? [{ piece, close }] : [];
  });

/** Pieces with what stays on their sheets, each such sheet by itself. */
export const aroundStaying = (
  group: NestGroup,
  pieces: readonly ClosePieceShown[],
  stayIds: readonly string[],
): ClosePieceShown[] => {
  const stay = new Set(stayIds);
  return pieces.flatMap(({ piece, close }) => piecesAround(close, group, stay).map((part) => ({ piece, close: part })));
};

export const wishOf = (
  group: NestGroup,
  form: NestForm,
  pieces: readonly ClosePieceShown[],
  usesHoles: boolean,
  seed: number,
): CloseWish => ({
  parts: group.parts.filter(({ id }) => !form.stayIds.includes(id)),
  turnedOver: group.turnedOver,
  asOne: form.asOne,
  copies: form.copies,
  pieces: pieces.filter(({ piece }) => form.pieceIds.includes(piece.id)).map(({ close }) => close),
  turns: form.turns,
  mayTurnOver: form.mayTurnOver && group.backs.length === 0,
  usesHoles,
  gapMm: form.gapMm,
  edgeMm: form.edgeMm,
  seed,
  millis: SECONDS * 1000,
});
