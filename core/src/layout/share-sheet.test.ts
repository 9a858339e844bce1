import { boundsOnSheet, movedAlong, straightAt, type PartOnPiece } from './index';

const SHEETS: Record<string, string | null> = { engrave: 'board', cut: 'board', press: 'film', draw: null };
const part = (id: string, stepId: string, x: number, size: number): PartOnPiece => ({
  id,
  stepId,
  sheetId: SHEETS[stepId],
  bounds: { minX: x, minY: 0, maxX: x + size, maxY: size },
  place: straightAt({ x: 5, y: 5 }, stepId === 'press'),
});
const parts = [
  part('letters', 'engrave', 12, 6),
  part('figures', 'engrave', 52, 6),
  part('tag 1', 'cut', 10, 10),
  part('tag 2', 'cut', 50, 10),
  part('crest', 'press', 10, 10),
];

describe('what lies on one sheet', () => {
  it('moves with a whole step', () => {
    expect(movedAlong('cut', ['tag 1', 'tag 2'], parts).sort()).toEqual(['figures', 'letters', 'tag 1', 'tag 2']);
  });

  it('moves with a part where it lies over it', () => {
    expect(movedAlong('cut', ['tag 2'], parts)).toEqual(['tag 2', 'figures']);
    expect(movedAlong('engrave', ['letters'], parts)).toEqual(['letters', 'tag 1']);
  });

  it('stays where no other step is on its sheet', () => {
    expect(movedAlong('press', ['crest'], parts)).toEqual(['crest']);
    expect(movedAlong('draw', ['x'], parts)).toEqual(['x']);
  });

  it('moves with what lies over one of its copies, on that sheet', () => {
    const second = { ...part('tag 2', 'cut', 50, 10), sheetId: 'board 2' };
    const label = { ...part('label', 'engrave', 52, 6), sheetId: 'board 2' };
    expect(movedAlong('cut', ['tag 2'], [...parts, second, label])).toEqual(['tag 2', 'figures', 'label']);
    expect(movedAlong('cut', ['tag 1'], [...parts, second, label])).toEqual(['tag 1', 'letters']);
  });

  it('has its box where it lies, turned over too', () => {
    expect(boundsOnSheet(part('a', 'cut', 10, 4))).toEqual({ minX: 15, maxX: 19, minY: 5, maxY: 9 });
    expect(boundsOnSheet(part('a', 'press', 10, 4))).toEqual({ minX: -9, maxX: -5, minY: 5, maxY: 9 });
  });
});
