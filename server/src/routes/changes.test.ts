import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { addresses, type Change } from '@keen-anvil/contract';
import request from 'supertest';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { WORKSHOP_COOKIE } from '../workshop';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
const ends: (() => void)[] = [];
afterEach(() => ends.splice(0).forEach((end) => end()));
afterAll(() => server.close());

/** Listens as an open page does, in a workshop; `heard` resolves with the first change that is looked for. */
async function listen(workshopId: string | null = null) {
  const listening = server.app.listen(0, '127.0.0.1');
  await once(listening, 'listening');
  const { port } = listening.address() as AddressInfo;
  const leave = new AbortController();
  const response = await fetch(`http://127.0.0.1:${port}${addresses.changes()}`, {
    signal: leave.signal,
    headers: workshopId ? { Cookie: `${WORKSHOP_COOKIE}=${workshopId}` } : {},
  });
  const reader = response.body!.getReader();
  const all: Change[] = [];
  const heard = async (isIt: (change: Change) => boolean): Promise<Change> => {
    for (let kept = ''; ;) {
      const { value, done } = await reader.read();
      if (done) throw new Error('the line was closed');
      const lines = (kept + Buffer.from(value).toString()).split('\n');
      kept = lines.pop()!;
      const came = lines.flatMap((line) => (line.startsWith('data: ') ? [JSON.parse(line.slice(6)) as Change] : []));
      all.push(...came);
      const found = came.find(isIt);
      if (found) return found;
    }
  };
  const end = () => {
    leave.abort();
    listening.closeAllConnections();
    listening.close();
  };
  ends.push(end);
  return { all, heard };
}

const newJob = (key: string, id = randomUUID()) =>
  request(server.app).post(addresses.jobs()).set('Idempotency-Key', key).send({ id, name: 'Boat number 31' });

describe('what is written in a workshop', () => {
  it('is told to every page of it that is open, once, with the name of the write', async () => {
    const page = await listen();
    const [id, key] = [randomUUID(), `write-${randomUUID()}`];
    await newJob(key, id).expect(201);
    // Sent again: nothing was written the second time.
    await newJob(key, id).expect(201);
    expect(await page.heard((change) => change.key === key)).toEqual({ at: addresses.jobs(), key });
    const last = `last-${randomUUID()}`;
    await newJob(last).expect(201);
    await page.heard((change) => change.key === last);
    expect(page.all.filter((change) => change.key === key)).toHaveLength(1);
  });

  it('is told in no other workshop, and not where it is refused', async () => {
    const { rows } = await server.pool.query<{ id: string }>(
      `INSERT INTO workshop (id, name, currency) VALUES ($1, 'Upper Osprey Bench', 'EUR') RETURNING id`,
      [randomUUID()],
    );
    const page = await listen(rows[0].id);
    await newJob(`elsewhere-${randomUUID()}`).expect(201);
    const here = (key: string, body: object) =>
      request(server.app)
        .post(addresses.jobs())
        .set('Cookie', `${WORKSHOP_COOKIE}=${rows[0].id}`)
        .set('Idempotency-Key', key)
        .send(body);
    await here(`refused-${randomUUID()}`, { id: randomUUID(), name: '' }).expect(400);
    const key = `here-${randomUUID()}`;
    await here(key, { id: randomUUID(), name: 'Boat number 32' }).expect(201);
    await page.heard((change) => change.key === key);
    expect(page.all).toEqual([{ at: addresses.jobs(), key }]);
  });
});
