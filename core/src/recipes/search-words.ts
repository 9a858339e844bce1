import { QUANTITIES, quantityOf, sayQuantity, type QuantityName } from './quantity';
import type { Settings } from './settings';

const NUMBER = /^\d+(?:[.,]\d+)?$/;
const NUMBER_WITH_UNIT = /^(\d+(?:[.,]\d+)?)(mm|gf?|°?c|°?f|s|w|%|in|x|×)$/;

/** Words of a text as the book keeps them: lower case, without accents, letters and figures only; numbers with a point. */
export function wordsIn(text: string): string[] {
  return text
    .normalize('NFKD')
    .replace(/\p{Diacritic}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}.,%×°]+/u)
    .flatMap((word) => {
      const bare = word.replace(/^[.,]+|[.,]+$/g, '');
      if (!bare) return [];
      if (NUMBER.test(bare)) return [String(Number(bare.replace(',', '.')))];
      const measured = NUMBER_WITH_UNIT.exec(bare);
      if (measured) return [String(Number(measured[1].replace(',', '.')))];
      return bare.split(/[^\p{L}\p{N}]+/u).filter(Boolean);
    });
}

/** How much a word says about a recipe: its material and process, its machine and tool, its numbers, or what is told of it. */
export type WordWeight = 'A' | 'B' | 'C' | 'D';

/** What is said of a recipe, from what it is for down to what is told of it. */
export interface RecipeTexts {
  about: readonly string[];
  with: readonly string[];
  told: readonly string[];
}

/** What a recipe can be found by: every word of its texts, every number, and every number with its quantity (`force:18`). */
export function searchWords(
  texts: RecipeTexts,
  settings: Settings,
  thicknessMm: number,
): { word: string; weight: WordWeight }[] {
  const words = new Map<string, WordWeight>();
  const add = (found: string[], weight: WordWeight) =>
    found.forEach((word) => words.set(word, words.get(word) ?? weight));
  add(texts.about.flatMap(wordsIn), 'A');
  add([String(Number(thicknessMm.toFixed(3)))], 'A');
  add(texts.with.flatMap(wordsIn), 'B');
  for (const [name, value] of Object.entries(settings) as [QuantityName, number][]) {
    const said = sayQuantity(name, value);
    add([`${quantityKey(name)}:${said}`, ...wordsIn(said)], 'C');
  }
  add(texts.told.flatMap(wordsIn), 'D');
  return [...words].map(([word, weight]) => ({ word, weight })).sort((a, b) => (a.word < b.word ? -1 : 1));
}

/** One thing that a search asks for. */
export interface SearchTerm {
  /** As it was typed. */
  typed: string;
  /** What has to stand among the recipe's words. */
  word: string;
  /** Whether the beginning of a word is enough: for words, never for numbers. */
  isPrefix: boolean;
}

/**
 * Reads what is typed into the search: words, numbers, and quantities with their number.
 * @example readSearch('birch force 18') // birch…, force:18
 */
export function readSearch(text: string): SearchTerm[] {
  const words = wordsIn(text);
  const terms: SearchTerm[] = [];
  for (let i = 0; i < words.length; i++) {
    const quantity = QUANTITIES.map((name) => ({ name, label: wordsIn(quantityOf(name).label) })).find(({ label }) =>
      label.every((word, k) => words[i + k] === word),
    );
    const value = quantity && words[i + quantity.label.length];
    if (quantity && value !== undefined && (NUMBER.test(value) || quantityOf(quantity.name).choices?.includes(value))) {
      terms.push({
        typed: [...quantity.label, value].join(' '),
        word: `${quantityKey(quantity.name)}:${value}`,
        isPrefix: false,
      });
      i += quantity.label.length;
    } else {
      terms.push({ typed: words[i], word: words[i], isPrefix: !NUMBER.test(words[i]) });
    }
  }
  return terms;
}

const quantityKey = (name: QuantityName): string => wordsIn(quantityOf(name).label).join('-');
