import type { Request } from 'express';
import { validate as isUuid } from 'uuid';
import { refused } from './problem';

export type Query = Request['query'];

/** A word of an address, '' where it is not there. */
export const wordIn = (query: Query, name: string): string => {
  const value = query[name];
  return typeof value === 'string' ? value : '';
};

/** A count in an address, at most `most`. @throws Problem 422 where it is no whole number */
export function countIn(query: Query, name: string, most: number, otherwise: number): number {
  const word = wordIn(query, name);
  if (!word) return otherwise;
  const value = Number(word);
  if (!Number.isInteger(value) || value < 0) throw refused(`${name} must be a whole number; “${word}” came.`, name);
  return Math.min(value, most);
}

/** Yes, no, or null where it is not said. @throws Problem 422 for anything else */
export function yesOrNoIn(query: Query, name: string): boolean | null {
  const word = wordIn(query, name);
  if (word && word !== 'true' && word !== 'false')
    throw refused(`${name} must be true or false; “${word}” came.`, name);
  return word ? word === 'true' : null;
}

/** Ids in an address, parted by commas; null where none are named. @throws Problem 422 for one that is none, or too many */
export function idsIn(query: Query, name: string, most: number): string[] | null {
  const word = wordIn(query, name);
  if (!word) return null;
  const ids = [...new Set(word.split(','))];
  const wrong = ids.find((id) => !isUuid(id));
  if (wrong !== undefined) throw refused(`${name} must be ids parted by commas; “${wrong.slice(0, 60)}” came.`, name);
  if (ids.length > most) throw refused(`At most ${most} can be asked for at once; ${ids.length} came.`, name);
  return ids;
}

/** The page of a list that an address asks for. */
export const pageIn = (query: Query, usual: number, most: number): { limit: number; offset: number } => ({
  limit: countIn(query, 'limit', most, usual),
  offset: countIn(query, 'offset', 1_000_000, 0),
});
