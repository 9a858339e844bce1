import type { BookRecipe } from '@keen-anvil/contract';
import { differences, sayDifference } from '@keen-anvil/core/recipes';
import { newest } from './planned';

/** The same text for the same record, whatever the order of its keys. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
}

/** What a record of the file changes, in words. */
export function changesBetween<T extends object>(before: T, after: T): string[] {
  if (canonical(before) === canonical(after)) return [];
  const changes: string[] = [];
  const names = Object.keys(after) as (keyof T & string)[];
  for (const name of names.filter((key) => canonical(before[key]) !== canonical(after[key]))) {
    const [was, is] = [before[name], after[name]];
    if (name === 'revisions') {
      const [from, to] = [before, after].map((recipe) => newest(recipe as unknown as BookRecipe).settings);
      changes.push(...differences(from, to).map(sayDifference));
    } else if (name === 'evidence' || name === 'variants') {
      const known = new Set((was as { id: string }[]).map((row) => row.id));
      const more = (is as { id: string }[]).filter((row) => !known.has(row.id)).length;
      if (more) changes.push(name === 'evidence' ? `${more} more outcomes` : `${more} more nudges`);
      else if (name === 'variants') changes.push('nudges that ended');
    } else
      changes.push(
        typeof is === 'object' || typeof was === 'object' ? name : `${name}: ${String(was)} → ${String(is)}`,
      );
  }
  return changes;
}
