import type { RecipePageView } from '@keen-anvil/contract';
import {
  PROCESS_NAMES,
  readSearch,
  TEMPERS,
  type ProcessName,
  type SearchTerm,
  type Temper,
} from '@keen-anvil/core/recipes';
import { validate as isUuid } from 'uuid';
import type { Db } from '../db/pool';
import { refused } from '../problem';
import { hasWord, likeWords, quoteLexeme } from '../queries/cards';
import { RECIPE_SORTS, searchRecipes, type RecipeSearch, type RecipeSort } from '../queries/recipe-search';
import { pageIn, wordIn, type Query } from '../asked-for';
import { recipeSummary } from './recipe-views';

const LONGEST_SEARCH = 200;
const USUAL_PAGE = 50;
const MOST_AT_ONCE = 200;

/** What the address of a search asks for, checked. @throws Problem for a filter that there is not */
export function searchFrom(query: Query): Omit<RecipeSearch, 'query'> & { text: string } {
  const word = (name: string): string => wordIn(query, name);
  const oneOf = <T extends string>(name: string, all: readonly T[]): T | null => {
    const value = word(name);
    if (!value) return null;
    if (!(all as readonly string[]).includes(value))
      throw refused(`${name} must be one of ${all.join(', ')}; “${value}” came.`, name);
    return value as T;
  };
  const id = (name: string): string | null => {
    if (word(name) && !isUuid(word(name))) throw refused(`${name} must be the id of a ${name}.`, name);
    return word(name) || null;
  };
  return {
    text: word('search').slice(0, LONGEST_SEARCH),
    materialId: id('material'),
    machineId: id('machine'),
    process: oneOf<ProcessName>('process', PROCESS_NAMES),
    temper: oneOf<Temper>('temper', TEMPERS),
    sort: oneOf<RecipeSort>('sort', RECIPE_SORTS) ?? (word('search').trim() ? 'best' : 'material'),
    isDescending: word('order') === 'down',
    ...pageIn(query, USUAL_PAGE, MOST_AT_ONCE),
  };
}

/** Finds recipes by words, numbers and filters; a word that stands nowhere is read as the likest ones that do. */
export async function searchBook(
  db: Db,
  workshopId: string,
  { text, ...search }: ReturnType<typeof searchFrom>,
): Promise<RecipePageView> {
  const terms = readSearch(text);
  // Signs alone are no search, but they are not nothing either.
  if (text.trim() && terms.length === 0)
    return { recipes: [], total: 0, hasMore: false, read: [{ typed: text.trim(), as: null }] };
  const { query, read } = await toQuery(db, workshopId, terms);
  if (query === null) return { recipes: [], total: 0, hasMore: false, read };
  const { rows, ...counted } = await searchRecipes(db, workshopId, { ...search, query });
  return { recipes: rows.map(recipeSummary), ...counted, read };
}

/** A tsquery for what was typed; null where some word is like nothing in the book. */
export async function toQuery(
  db: Db,
  workshopId: string,
  terms: SearchTerm[],
): Promise<{ query: string | null; read: RecipePageView['read'] }> {
  // Each word is looked for at the same time as the others.
  const readings = await Promise.all(terms.map((term) => likeliest(db, workshopId, term)));
  const parts: string[] = [];
  const read: RecipePageView['read'] = [];
  for (const [i, like] of readings.entries()) {
    const { word, typed, isPrefix } = terms[i];
    if (like === null) {
      parts.push(lexeme(word, isPrefix));
      continue;
    }
    read.push({ typed, as: like.length ? like.join(' or ') : null });
    if (like.length === 0) return { query: null, read };
    parts.push(`(${like.map((other) => lexeme(other, false)).join(' | ')})`);
  }
  return { query: parts.join(' & '), read };
}

/** Words of the book that a word is likely meant to be; null where it stands there itself, or is no word. */
async function likeliest(db: Db, workshopId: string, { word, isPrefix }: SearchTerm): Promise<string[] | null> {
  const isWord = isPrefix && /^\p{L}{3,}$/u.test(word);
  return !isWord || (await hasWord(db, workshopId, word)) ? null : likeWords(db, workshopId, word);
}

const lexeme = (word: string, isPrefix: boolean): string => `${quoteLexeme(word)}${isPrefix ? ':*' : ''}`;
