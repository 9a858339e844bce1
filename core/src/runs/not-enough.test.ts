import { notEnough } from './index';

describe('what of a run was not enough', () => {
  it('is all of it but the parts that were, by the worst that was said', () => {
    expect(notEnough('under', [])).toEqual({ outcome: 'under', parts: { but: [] } });
    expect(
      notEnough('under', [
        { partId: 'a', outcome: 'right' },
        { partId: 'b', outcome: 'far-under' },
      ]),
    ).toEqual({ outcome: 'far-under', parts: { but: ['a'] } });
  });

  it('is the parts alone that were not, where the rest was', () => {
    expect(notEnough('right', [{ partId: 'b', outcome: 'under' }])).toEqual({
      outcome: 'under',
      parts: { only: ['b'] },
    });
  });

  it('is nothing where all was enough, or nothing was said', () => {
    expect(notEnough('right', [{ partId: 'b', outcome: 'over' }])).toBeNull();
    expect(notEnough(null, [{ partId: 'b', outcome: 'under' }])).toBeNull();
  });
});
