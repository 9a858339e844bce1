import type { StockPieceView } from '@keen-anvil/contract';
import { isNameShared } from '../shop/names';
import { readOutline } from './piece-form';
import { pieceSaid, pieceSize } from './piece-words';

const show = (value: number, unit: string) => `${value} ${unit}`;
const piece = (over: Partial<StockPieceView>): StockPieceView => ({
  id: 'p',
  version: 1,
  kind: 'sheet',
  name: 'A4 sheets',
  widthMm: 210,
  lengthMm: 297,
  count: 14,
  outline: null,
  holes: [],
  trials: [],
  photo: null,
  isArchived: false,
  ...over,
});

describe('pieces in words', () => {
  it('count sheets, measure rolls, and say when nothing is left', () => {
    expect(pieceSaid(piece({}), show)).toBe('14 × A4 sheets');
    expect(pieceSaid(piece({ count: 1 }), show)).toBe('A4 sheets');
    expect(pieceSaid(piece({ kind: 'roll', name: 'navy roll', lengthMm: 4187, count: 1 }), show)).toBe(
      'navy roll: 4.19 m',
    );
    expect(pieceSaid(piece({ kind: 'roll', name: 'navy roll', lengthMm: 310, count: 1 }), show)).toBe(
      'navy roll: 310 mm',
    );
    expect(pieceSaid(piece({ count: 0 }), show)).toBe('A4 sheets: none left');
    expect(pieceSize(piece({ kind: 'roll' }), show)).toBe('210 mm wide');
  });
});

describe('an outline as it is typed', () => {
  it('is corners as x y with commas between them, with points or commas in the numbers', () => {
    expect(readOutline('0 0, 230 0.5; 140 160')).toEqual([
      { x: 0, y: 0 },
      { x: 230, y: 0.5 },
      { x: 140, y: 160 },
    ]);
    expect(readOutline('  ')).toBeNull();
    expect(readOutline('0 0, 10 0')).toBe('wrong');
    expect(readOutline('0 0, 10 0, 5')).toBe('wrong');
    expect(readOutline('0 0, 10 0, a b')).toBe('wrong');
  });
});

describe('names that two things share', () => {
  it('are allowed but told, except where one is put away', () => {
    const [a, b, c] = [
      { id: '1', name: 'Fine blade', isArchived: false },
      { id: '2', name: 'fine blade ', isArchived: false },
      { id: '3', name: 'Fine blade', isArchived: true },
    ];
    expect(isNameShared(a, [a, b])).toBe(true);
    expect(isNameShared(a, [a, c])).toBe(false);
    expect(isNameShared(c, [a, c])).toBe(false);
  });
});
