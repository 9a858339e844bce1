import { inTwo } from './in-two';

describe('a step that stops to be looked at', () => {
  const settings = { power: 80, passes: 3 };

  it('does so many passes first, and then the rest', () => {
    expect(inTwo(settings, 1).map(({ passes }) => passes)).toEqual([1, 2]);
    expect(inTwo(settings, 2).map(({ passes }) => passes)).toEqual([2, 1]);
    expect(inTwo(settings, 2).every(({ power }) => power === 80)).toBe(true);
  });

  it('does not stop after its last pass, nor beyond it, nor where nobody looks', () => {
    for (const lookAfter of [3, 4, 0, null, undefined]) expect(inTwo(settings, lookAfter)).toEqual([settings]);
    expect(inTwo({ power: 80 }, 1)).toEqual([{ power: 80 }]);
  });
});
