import { usualGap, usualTurns } from './usual-laying';

describe('what is usual', () => {
  it('goes by what is taken away, by grain and pattern', () => {
    const vinyl = { family: 'vinyl', thicknessMm: 0.1, details: {}, photoId: null } as const;
    expect([usualGap(vinyl, ['kiss-cut']), usualTurns(vinyl)]).toEqual([2, 'free']);
    expect(usualGap({ ...vinyl, family: 'leather' }, ['through-cut'])).toBe(3);
    expect(usualGap({ family: 'wood', thicknessMm: 3 }, ['laser-cut'])).toBe(2);
    expect(usualTurns({ ...vinyl, details: { grain: 'length' } })).toBe('half');
    expect(usualTurns({ ...vinyl, photoId: 'stripes' })).toBe('none');
    expect(usualTurns({ ...vinyl, family: 'fabric' })).toBe('none');
  });
});
