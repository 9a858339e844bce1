import { lineWidthOf } from './line-width';

describe('the line of a tool', () => {
  it('is what its pen or tip says, and not known of a blade or a point', () => {
    expect(lineWidthOf({ kind: 'pen', details: { ink: '#1a1a1a', lineWidth: 0.4 } })).toBe(0.4);
    expect(lineWidthOf({ kind: 'heated-tip', details: { tip: 1 } })).toBe(1);
    expect(lineWidthOf({ kind: 'engraving-point', details: { angle: 90 } })).toBeNull();
    expect(lineWidthOf({ kind: 'pen', details: {} })).toBeNull();
  });
});
