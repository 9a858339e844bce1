import type { Endpoint, QueryField } from '@keen-anvil/contract';
import type { Request } from 'express';
import { validate as isUuid } from 'uuid';
import { notFound, refused } from './problem';

/** A count in an address, at most `most`. @throws Problem 422 where it is no whole number */
function countIn(word: string, name: string, { usual, most }: { usual: number; most: number }): number {
  if (!word) return usual;
  const value = Number(word);
  if (!Number.isInteger(value) || value < 0) throw refused(`${name} must be a whole number; “${word}” came.`, name);
  return Math.min(value, most);
}

/** Yes, no, or null where it is not said. @throws Problem 422 for anything else */
function yesOrNoIn(word: string, name: string): boolean | null {
  if (word && word !== 'true' && word !== 'false')
    throw refused(`${name} must be true or false; “${word}” came.`, name);
  return word ? word === 'true' : null;
}

/** A number, or null where it is not said. @throws Problem 422 for anything else */
function numberIn(word: string, name: string): number | null {
  const value = Number(word);
  if (!Number.isFinite(value)) throw refused(`${name} must be a number; “${word}” came.`, name);
  return word.trim() ? value : null;
}

/** Ids parted by commas; null where none are named. @throws Problem 422 for one that is none, or too many */
function idsIn(word: string | undefined, name: string, most: number): string[] | null {
  if (word === undefined) return null;
  const ids = [...new Set(word.split(',').filter(Boolean))];
  const wrong = ids.find((id) => !isUuid(id));
  if (wrong !== undefined || ids.length === 0)
    throw refused(`${name} must be ids parted by commas; “${(wrong ?? word).slice(0, 60)}” came.`, name);
  if (ids.length > most) throw refused(`At most ${most} can be asked for at once; ${ids.length} came.`, name);
  return ids;
}

function fieldIn(given: unknown, name: string, field: QueryField): unknown {
  const word = typeof given === 'string' ? given : '';
  switch (field.is) {
    case 'text':
      return word.slice(0, field.longest);
    case 'yes or no':
      return yesOrNoIn(word, name);
    case 'number':
      return numberIn(word, name);
    case 'count':
      return countIn(word, name, field);
    case 'ids':
      return idsIn(given === undefined ? undefined : word, name, field.most);
  }
}

/**
 * What an address asks for: the parts of its path and its fields.
 * @throws Problem 404 for an id that is none, 422 for a field that is not what it has to be
 */
export function readAsked({ query = {} }: Endpoint, request: Request): Record<string, unknown> {
  const parts = Object.entries(request.params).map(([name, value]) => {
    if (/id$/i.test(name) && !isUuid(value)) throw notFound('What this address points at');
    return [name, value];
  });
  const fields = Object.entries(query).map(([name, field]) => [name, fieldIn(request.query[name], name, field)]);
  return Object.fromEntries([...parts, ...fields]) as Record<string, unknown>;
}
