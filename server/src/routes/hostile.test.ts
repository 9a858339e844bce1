import { once } from 'node:events';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { getMetadataStorage } from 'class-validator';
import { addresses } from '@keen-anvil/contract';
import type { Router } from 'express';
import { bottomless, HOSTILE, placesIn, withValue } from '../../testing/hostile';
import { ASKED_ACTIONS, lookAround, WRITE_ROUTES, type World, type WriteRoute } from '../../testing/route-table';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
let listening: Server;
let address: string;
let world: World;
beforeAll(async () => {
  server = await startTestServer({ requestsPerMinute: 1_000_000 });
  listening = server.app.listen(0, '127.0.0.1');
  await once(listening, 'listening');
  address = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  world = await lookAround(async (path) => (await (await fetch(address + path)).json()) as never);
});
afterAll(async () => {
  listening.closeAllConnections();
  listening.close();
  await server.close();
});

const send = async (
  method: string,
  url: string,
  body: string | Uint8Array | undefined,
  type = 'application/json',
): Promise<number> => {
  const response = await fetch(address + url, {
    method: method.toUpperCase(),
    body: body as never,
    headers: body === undefined ? {} : { 'Content-Type': type },
  });
  await response.arrayBuffer();
  return response.status;
};

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}
const routesOf = (stack: Layer[]): string[] =>
  stack.flatMap(({ route, handle }) =>
    route
      ? Object.keys(route.methods).map((method) => `${method} ${route.path}`)
      : handle.stack
        ? routesOf(handle.stack)
        : [],
  );
const fieldsOf = (type: new () => object): string[] => [
  ...new Set(
    getMetadataStorage()
      .getTargetValidationMetadatas(type, '', false, false)
      .map(({ propertyName }) => propertyName),
  ),
];
const classRoutes = WRITE_ROUTES.filter(
  (route): route is WriteRoute & { type: new () => object } => typeof route.type === 'function',
);
describe('the table of routes', () => {
  it('holds every route that writes', () => {
    const there = routesOf((server.app.router as Router & { stack: Layer[] }).stack).filter((route) =>
      /^(post|put|patch|delete) /.test(route),
    );
    expect(WRITE_ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual(there.sort());
  });

  it.each(classRoutes.map((route) => [route.type.name, route] as const))(
    'has a value for every field of %s',
    (_, route) => {
      expect(Object.keys(route.ask(world).body!).sort()).toEqual(fieldsOf(route.type).sort());
    },
  );

  it.each(ASKED_ACTIONS.map((asked) => [asked.type.name, asked] as const))(
    'has a value for every field of %s',
    (_, { type, action }) => {
      expect(Object.keys(action(world)).sort()).toEqual(fieldsOf(type).sort());
    },
  );
});

describe('what no contract means', () => {
  it.each(classRoutes.map((route) => [`${route.method} ${route.path}`, route] as const))(
    'is refused by %s with a sentence, wherever it stands',
    async (_, route) => {
      const failed: string[] = [];
      const tryOne = async (body: unknown, what: string) => {
        const { url } = route.ask(world);
        const status = await send(route.method, url, typeof body === 'string' ? body : JSON.stringify(body));
        if (status >= 500) failed.push(`${status} for ${what}`);
      };
      for (const whole of [
        'null',
        '[]',
        '[[]]',
        '7',
        '"text"',
        '{',
        '',
        bottomless(),
        '{"constructor":1}',
        '{"__proto__":{"a":1}}',
      ])
        await tryOne(whole, whole.slice(0, 20));
      const { body } = route.ask(world);
      // A quarter of the values in each place, the next one in the next: the bench sends the rest.
      for (const [i, at] of placesIn(body!).entries()) {
        for (const value of HOSTILE.filter((_, k) => k % 4 === i % 4)) {
          const fresh = route.ask(world).body!;
          await tryOne(withValue(fresh, at, value), `${at.join('.')} = ${JSON.stringify(value).slice(0, 40)}`);
        }
      }
      expect(failed).toEqual([]);
    },
  );

  it.each(ASKED_ACTIONS.map((asked) => [asked.type.name, asked] as const))(
    'is refused by the action %s with a sentence, wherever it stands',
    async (_, { action }) => {
      const failed: string[] = [];
      const { id, version } = world.job;
      for (const [i, at] of placesIn(action(world)).entries()) {
        // A quarter of the values in each place, the next one in the next.
        for (const value of HOSTILE.filter((_value, k) => k % 4 === i % 4)) {
          const body = { version, action: withValue(action(world), at, value) };
          const status = await send('post', addresses.actOnJob({ id }), JSON.stringify(body));
          if (status >= 500) failed.push(`${status} for ${at.join('.')} = ${JSON.stringify(value).slice(0, 40)}`);
        }
      }
      expect(failed).toEqual([]);
    },
  );

  it.each(
    WRITE_ROUTES.filter(({ type }) => type === 'bytes').map(
      (route) => [`${route.method} ${route.path}`, route] as const,
    ),
  )('is refused by %s as a file', async (_, route) => {
    const statuses: number[] = [];
    for (const bytes of [
      new Uint8Array(0),
      new Uint8Array([0]),
      Buffer.from('<svg'),
      Buffer.from('{"format":'),
      Buffer.from('OTTO'),
      Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]),
      Buffer.from(bottomless(5000)),
      Buffer.alloc(3000, 0xff),
    ]) {
      statuses.push(await send(route.method, route.ask(world).url, bytes, 'application/octet-stream'));
    }
    expect(statuses.filter((status) => status >= 500)).toEqual([]);
  });

  it.each(['/api/recipes', '/api/bench', '/api/cards.pdf', '/api/labels.pdf', '/api/book.csv', '/api/jobs'])(
    'is refused by %s in the address',
    async (path) => {
      const statuses: number[] = [];
      for (const value of [
        '%00',
        '%ff',
        '%ED%A0%80',
        'x'.repeat(4000),
        '-1',
        '1e308',
        '99999999999',
        "'; --",
        'constructor',
        '%E0%A4%A',
      ]) {
        for (const name of [
          'search',
          'limit',
          'offset',
          'sort',
          'order',
          'machine',
          'material',
          'process',
          'temper',
          'recipes',
          'materials',
        ])
          statuses.push(await send('get', `${path}?${name}=${value}`, undefined));
        statuses.push(
          await send('get', `${path}?search=a&search=b&search[x]=c&limit[]=1&${value}`, undefined),
          await send('get', `${path}/${value}`, undefined),
        );
      }
      expect(statuses.filter((status) => status >= 500)).toEqual([]);
    },
  );
});
