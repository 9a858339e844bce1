import { variantFor } from './variant';

describe('the nudge that holds for a step', () => {
  const forTool = { id: 'tool', toolId: 'fine blade', stockPieceId: null };
  const forPiece = { id: 'piece', toolId: null, stockPieceId: 'roll 2' };
  const at = (toolId: string, stockPieceId: string | null) =>
    variantFor([forTool, forPiece], { toolId, stockPieceId })?.id;

  it('is that of its own tool, or of its own piece, which goes before', () => {
    expect(at('fine blade', null)).toBe('tool');
    expect(at('fine blade', 'roll 2')).toBe('piece');
    expect(at('another blade', 'roll 2')).toBe('piece');
  });

  it('does not hold for another tool or another piece', () => {
    expect(at('another blade', null)).toBeUndefined();
    expect(at('another blade', 'roll 1')).toBeUndefined();
  });
});
