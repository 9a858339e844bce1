import svgpath from 'svgpath';
import { CARE_SIGNS, careFor, SIGN_PATHS, SIGN_WORDS } from './index';

describe('the care of a finished thing', () => {
  it('is by hand and inside out for a shirt with a film on it', () => {
    const { signs, words } = careFor([{ family: 'film', process: 'kiss-cut', onFamily: 'fabric' }]);
    expect(signs).toEqual(['hand-wash', 'no-bleach', 'no-tumble', 'iron-low', 'no-dry-clean']);
    expect(words).toContain('Turn it inside out before you wash it.');
    expect(words).not.toContain('Not in the dishwasher.');
  });

  it('keeps vinyl out of dishwasher and microwave', () => {
    expect(careFor([{ family: 'vinyl', process: 'kiss-cut', onFamily: null }]).words).toEqual(
      expect.arrayContaining(['Not in the dishwasher.', 'Not in the microwave.']),
    );
  });

  it('says each thing once, whatever it is made of', () => {
    const { words } = careFor([
      { family: 'wood', process: 'laser-cut', onFamily: null },
      { family: 'acrylic', process: 'laser-cut', onFamily: null },
    ]);
    expect(new Set(words).size).toBe(words.length);
  });

  it('has a drawing and words for each sign, within its square', () => {
    for (const sign of CARE_SIGNS) {
      expect(SIGN_WORDS[sign]).toMatch(/^[a-z]/);
      svgpath(SIGN_PATHS[sign])
        .abs()
        .iterate(([command, ...numbers]) => {
          const [x, y] = command === 'H' ? [numbers[0], 50] : command === 'V' ? [50, numbers[0]] : numbers.slice(-2);
          if (command === 'Z') return;
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(100);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(100);
        });
    }
  });
});
