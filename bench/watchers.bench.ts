import { connect, type Socket } from 'node:net';
import { addresses, type BenchView, type RunView } from '@keen-anvil/contract';
import { servedDemo } from './served-demo';

// Two thousand pages follow one run: how long pausing it takes, against that with one page; and how long until all have heard.
const WATCHERS = 2000;

const { pool, address, close } = await servedDemo('bench_watchers');
const { port } = new URL(address);
const json = async <T>(path: string, body?: object): Promise<T> => {
  const response = await fetch(address + path, {
    method: body ? 'POST' : 'GET',
    headers: { 'Content-Type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  const answer = (await response.json()) as T;
  if (!response.ok) throw new Error(JSON.stringify(answer));
  return answer;
};

const held = (await json<BenchView>(addresses.bench())).runs[0];
const [view] = (await json<RunView[]>(addresses.runsOfJob({ id: held.jobId }))).filter(({ id }) => id === held.id);
for (const { id } of view.preparation ?? [])
  await json(addresses.tickRun({ id: held.id }), { line: id, isTicked: true }).catch(() => undefined);
const told = (action: string) => json<RunView>(addresses.commandRun({ id: held.id }), { action });
// So slow that it is under way for as long as this lasts.
await pool.query('ALTER TABLE run DROP CONSTRAINT run_speed_up_check');
await pool.query('UPDATE run SET speed_up = 0.001 WHERE id = $1', [held.id]);
await told('start');

let heard = 0;
function watch(): Promise<Socket> {
  return new Promise((joined) => {
    const socket = connect(Number(port), '127.0.0.1', () =>
      socket.write(`GET ${addresses.runEvents({ id: held.id })} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n\r\n`),
    );
    socket.on('data', (data) => {
      if (String(data).includes('data: ')) heard++;
      joined(socket);
    });
  });
}

/** How long a pause takes, and until all have heard of it, in ms. */
async function pause(watchers: number): Promise<{ took: number; until: number }> {
  heard = 0;
  const began = performance.now();
  await told('pause');
  const took = performance.now() - began;
  while (heard < watchers) await new Promise((done) => setTimeout(done, 5));
  const until = performance.now() - began;
  await told('resume');
  return { took, until };
}
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];

const sockets = [await watch()];
await pause(1);
const alone: number[] = [];
for (let i = 0; i < 5; i++) alone.push((await pause(1)).took);
const began = performance.now();
while (sockets.length < WATCHERS) sockets.push(...(await Promise.all(Array.from({ length: 50 }, watch))));
const joining = performance.now() - began;
const many: { took: number; until: number }[] = [];
for (let i = 0; i < 5; i++) many.push(await pause(sockets.length));
const [took, until] = [median(many.map((one) => one.took)), median(many.map((one) => one.until))];
console.log(
  `${sockets.length} watch a run: a pause takes ${took.toFixed(0)} ms, ${(took / median(alone)).toFixed(1)} × that with one (${median(alone).toFixed(0)} ms); all have heard after ${until.toFixed(0)} ms; joining took ${(joining / 1000).toFixed(1)} s`,
);
for (const socket of sockets) socket.destroy();
await close();
