import { bearsOn } from './index';

const recipe = { force: 16, speed: 5, depth: 2, passes: 1 };

describe('what something that happened says of a recipe', () => {
  it('is its outcome where it was done with just these numbers', () => {
    expect(bearsOn('kiss-cut', recipe, { settings: recipe, outcome: 'right' })).toBe('right');
  });

  it('is that they are not enough, where more was not enough either', () => {
    for (const more of [{ passes: 2 }, { force: 18 }, { speed: 3 }, { force: 18, passes: 2, speed: 4 }])
      expect(bearsOn('kiss-cut', recipe, { settings: { ...recipe, ...more }, outcome: 'under' })).toBe('under');
    expect(
      bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 12 }, outcome: 'far-under', onTopOf: [recipe] }),
    ).toBe('far-under');
  });

  it('is that they are too much, where less was', () => {
    expect(bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 14 }, outcome: 'over' })).toBe('over');
    expect(
      bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 14 }, outcome: 'over', onTopOf: [recipe] }),
    ).toBeNull();
  });

  it('is nothing where it was done otherwise, and says so neither way', () => {
    expect(bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 14 }, outcome: 'under' })).toBeNull();
    expect(bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 18 }, outcome: 'right' })).toBeNull();
    expect(bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 18, speed: 8 }, outcome: 'under' })).toBeNull();
    expect(
      bearsOn('kiss-cut', recipe, { settings: { ...recipe, force: 18, overcut: 1 }, outcome: 'under' }),
    ).toBeNull();
    expect(bearsOn('kiss-cut', recipe, { settings: recipe, outcome: 'right', onTopOf: [recipe] })).toBeNull();
  });
});
