import { sequence } from './many-shapes';
import { servedDemo } from './served-demo';
import { bottomless, HOSTILE, placesIn, withValue, WRITE_ROUTES } from './server';

// Bodies that no contract means, seeded, on every route that writes: how many were answered 500, which should be 0.
const BODIES = 10_000;
const SEED = 7;

const { address, world, close } = await servedDemo('bench_fuzz');

const next = sequence(SEED);
const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)];
/** A value made of hostile ones. */
function strange(depth = 0): unknown {
  if (depth > 3 || next() < 0.6) return pick(HOSTILE);
  return next() < 0.5
    ? Array.from({ length: Math.floor(next() * 4) }, () => strange(depth + 1))
    : Object.fromEntries(
        Array.from({ length: Math.floor(next() * 4) }, () => [
          pick(['id', 'version', 'constructor', 'name', 'force', 'x']),
          strange(depth + 1),
        ]),
      );
}
const classes = WRITE_ROUTES.filter(({ type }) => typeof type === 'function');
const answered = new Map<number, number>();
const failures: string[] = [];
for (let i = 0; i < BODIES; i++) {
  const route = pick(classes);
  const { url: path, body } = route.ask(world);
  let sent: unknown = body;
  for (let changes = 1 + Math.floor(next() * 3); changes > 0; changes--)
    sent = withValue(sent as object, pick(placesIn(body!)).slice(0, 1), strange());
  const text = next() < 0.01 ? bottomless(500 + Math.floor(next() * 20_000)) : JSON.stringify(sent);
  const response = await fetch(address + path, {
    method: route.method.toUpperCase(),
    headers: { 'Content-Type': 'application/json' },
    body: text,
  });
  await response.arrayBuffer();
  answered.set(response.status, (answered.get(response.status) ?? 0) + 1);
  if (response.status >= 500 && failures.length < 5)
    failures.push(`${response.status} ${route.method} ${route.path}: ${text.slice(0, 300)}`);
}
const wrong = [...answered].filter(([status]) => status >= 500).reduce((sum, [, count]) => sum + count, 0);
console.log(
  `${BODIES} hostile bodies (seed ${SEED}): ${wrong} × 500; ${[...answered]
    .sort()
    .map(([status, count]) => `${count} × ${status}`)
    .join(', ')}`,
);
for (const failure of failures) console.log(failure);
await close();
