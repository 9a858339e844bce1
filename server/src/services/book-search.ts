import type { Here } from '../here';
import type { endpoints, ReadOf, RecipePageView } from '@keen-anvil/contract';
import {
  PROCESS_NAMES,
  readSearch,
  TEMPERS,
  type ProcessName,
  type SearchTerm,
  type Temper,
} from '@keen-anvil/core/recipes';
import { validate as isUuid } from 'uuid';
import type { Db } from '../db/db';
import { refused } from '../problem';
import { hasWord, likeWords, quoteLexeme } from '../queries/cards';
import { RECIPE_SORTS, searchRecipes, type RecipeSearch, type RecipeSort } from '../queries/recipe-search';
import { recipeSummary } from './recipe-views';

type AskedSearch = ReadOf<typeof endpoints.recipes>;

/** What the address of a search asks for, checked. @throws Problem for a filter that there is not */
export function searchFrom(
  asked: Pick<AskedSearch, 'search' | 'limit' | 'offset'> & Partial<AskedSearch>,
): Omit<RecipeSearch, 'query'> & { text: string } {
  const oneOf = <T extends string>(name: 'process' | 'temper' | 'sort', all: readonly T[]): T | null => {
    const value = asked[name];
    if (!value) return null;
    const found = all.find((one) => one === value);
    if (!found) throw refused(`${name} must be one of ${all.join(', ')}; “${value}” came.`, name);
    return found;
  };
  const id = (name: 'material' | 'machine'): string | null => {
    if (asked[name] && !isUuid(asked[name])) throw refused(`${name} must be the id of a ${name}.`, name);
    return asked[name] || null;
  };
  return {
    text: asked.search,
    materialId: id('material'),
    machineId: id('machine'),
    process: oneOf<ProcessName>('process', PROCESS_NAMES),
    temper: oneOf<Temper>('temper', TEMPERS),
    sort: oneOf<RecipeSort>('sort', RECIPE_SORTS) ?? (asked.search.trim() ? 'best' : 'material'),
    isDescending: asked.order === 'down',
    limit: asked.limit,
    offset: asked.offset,
  };
}

/** Finds recipes by words, numbers and filters; a word that stands nowhere is read as the likest ones that do. */
export async function searchBook(
  here: Here,
  db: Db,
  { text, ...search }: ReturnType<typeof searchFrom>,
): Promise<RecipePageView> {
  const terms = readSearch(text);
  // Signs alone are no search, but they are not nothing either.
  if (text.trim() && terms.length === 0)
    return { recipes: [], total: 0, hasMore: false, read: [{ typed: text.trim(), as: null }] };
  const { query, read } = await toQuery(here, db, terms);
  if (query === null) return { recipes: [], total: 0, hasMore: false, read };
  const { rows, ...counted } = await searchRecipes(db, here.workshopId, { ...search, query });
  return { recipes: rows.map(recipeSummary), ...counted, read };
}

/** A tsquery for what was typed; null where some word is like nothing in the book. */
export async function toQuery(
  here: Here,
  db: Db,
  terms: SearchTerm[],
): Promise<{ query: string | null; read: RecipePageView['read'] }> {
  // Each word is looked for at the same time as the others.
  const readings = await Promise.all(terms.map((term) => likeliest(here, db, term)));
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
async function likeliest(here: Here, db: Db, { word, isPrefix }: SearchTerm): Promise<string[] | null> {
  const isWord = isPrefix && /^\p{L}{3,}$/u.test(word);
  return !isWord || (await hasWord(db, here.workshopId, word)) ? null : likeWords(db, here.workshopId, word);
}

const lexeme = (word: string, isPrefix: boolean): string => `${quoteLexeme(word)}${isPrefix ? ':*' : ''}`;
