import { readSearch, searchWords, wordsIn } from './index';

describe('what a recipe is found by', () => {
  it('is every word, every number, and every number with its quantity', () => {
    const found = searchWords(
      { about: ['Birch plywood 3 mm', 'Laser cut'], with: ['Tube'], told: ['clean on birch, with air'] },
      { power: 55, speed: 18, air: 1 },
      3,
    );
    const words = found.map(({ word }) => word);
    for (const word of ['birch', 'plywood', '3', 'laser', 'cut', 'tube', 'power:55', '55', 'speed:18', 'air:on'])
      expect(words).toContain(word);
    expect(new Set(words).size).toBe(words.length);
    // What it is for weighs more than what is told of it.
    expect(Object.fromEntries(found.map(({ word, weight }) => [word, weight]))).toMatchObject({
      birch: 'A',
      tube: 'B',
      'power:55': 'C',
      clean: 'D',
    });
  });

  it('does without accents, marks and capitals', () => {
    expect(wordsIn('Café-vinyl, 0,08mm “NAVY”')).toEqual(['cafe', 'vinyl', '0.08', 'navy']);
    expect(wordsIn(' _ % ')).toEqual([]);
  });
});

describe('what is typed into the search', () => {
  const read = (text: string) => readSearch(text).map(({ word, isPrefix }) => word + (isPrefix ? '…' : ''));
  it.each([
    ['force 18', ['force:18']],
    ['birch 3', ['birch…', '3']],
    ['birch 3mm', ['birch…', '3']],
    ['line interval 0,1 bamboo', ['line-interval:0.1', 'bamboo…']],
    ['peel cold', ['peel:cold']],
    ['force', ['force…']],
    ['speed glitter', ['speed…', 'glitter…']],
    ['', []],
  ])('“%s”', (text, terms) => {
    expect(read(text)).toEqual(terms);
  });
});
