import { randomUUID } from 'node:crypto';

/** Values that no field means, or that some code stumbles over. */
export const HOSTILE: readonly unknown[] = [
  null,
  '',
  ' ',
  'constructor',
  'zero\u0000in it',
  'half \ud800 a letter',
  'x'.repeat(5000),
  '2026-02-30',
  randomUUID(),
  '00000000-0000-0000-0000-000000000000',
  -1,
  0,
  1.5,
  2_147_483_648,
  2 ** 53,
  1e308,
  -1e308,
  true,
  [],
  [[]],
  [null],
  ['x'],
  [{}],
  {},
  { constructor: 1 },
  { a: { b: { c: 1 } } },
  { force: 1e300 },
  { force: null },
];

/** A body nested so deep that nothing can follow it. */
export const bottomless = (depth = 20_000): string => `${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`;

/** Every place in a body where a value stands, as names and numbers from the top. */
export function placesIn(body: object, from: (string | number)[] = []): (string | number)[][] {
  return Object.entries(body).flatMap(([name, value]) => {
    const at = [...from, Array.isArray(body) ? Number(name) : name];
    return [at, ...(typeof value === 'object' && value !== null ? placesIn(value as object, at) : [])];
  });
}

/** The body with another value in one place. */
export function withValue(body: object, [first, ...rest]: (string | number)[], value: unknown): object {
  const copy = (Array.isArray(body) ? [...(body as unknown[])] : { ...body }) as Record<string | number, unknown>;
  copy[first] = rest.length ? withValue(copy[first] as object, rest, value) : value;
  return copy;
}
