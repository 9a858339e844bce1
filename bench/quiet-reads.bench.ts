import { randomUUID } from 'node:crypto';
import type { JobAnswer, MaterialView } from '@keen-anvil/contract';
import { wavyRings } from './many-shapes';
import { servedDemo } from './served-demo';

// While a step of 100,000 segments is planned again and again, a cheap read answers: its 99th percentile against 20 ms.
const RINGS = 1000;
const SEGMENTS = 100;
const PLANS = 5;
const WANTED_MS = 20;

const demo = await servedDemo('bench_quiet');
const ask = async (path: string, method = 'GET', body?: string, type = 'application/json') => {
  const response = await fetch(demo.address + path, { method, body, headers: body ? { 'Content-Type': type } : {} });
  const bytes = await response.arrayBuffer();
  if (!response.ok) throw new Error(`${method} ${path} answered ${response.status}: ${Buffer.from(bytes).toString()}`);
  return bytes;
};
const json = <T>(bytes: ArrayBuffer) => JSON.parse(Buffer.from(bytes).toString()) as T;

const id = randomUUID();
await ask('/api/jobs', 'POST', JSON.stringify({ id, name: 'A thousand rings' }));
await ask(
  `/api/jobs/${id}/artworks/${randomUUID()}?fileName=rings.svg`,
  'PUT',
  wavyRings(RINGS, SEGMENTS),
  'application/octet-stream',
);
const vinyl = json<MaterialView[]>(await ask('/api/materials')).find(({ name }) => name === 'Outdoor vinyl, navy')!;
const job = json<JobAnswer>(await ask(`/api/jobs/${id}`));
const action = { id: randomUUID(), do: 'change-step', stepId: job.document.steps[0].id, materialId: vinyl.id };
await ask(`/api/jobs/${id}/actions`, 'POST', JSON.stringify({ version: job.version, action }));

const quiet = async (isOver: () => boolean) => {
  const times: number[] = [];
  while (!isOver()) {
    const began = performance.now();
    await ask('/api/workshops');
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 2));
  }
  return times.sort((a, b) => a - b);
};
const at = (times: number[], share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))];

let isPlanned = false;
const began = performance.now();
const planning = (async () => {
  for (let i = 0; i < PLANS; i++) await ask(`/api/steps/${job.document.steps[0].id}/machine-file`);
  isPlanned = true;
})();
const during = await quiet(() => isPlanned);
await planning;
const seconds = (performance.now() - began) / 1000;
let rounds = 0;
const alone = await quiet(() => ++rounds > 300);
console.log(
  `a read while a step of ${RINGS * SEGMENTS} segments is planned: p99 ${at(during, 0.99).toFixed(1)} ms (${WANTED_MS} wanted), longest ${at(during, 1).toFixed(0)} ms of ${during.length}, alone ${at(alone, 0.99).toFixed(1)} ms; ${PLANS} plans in ${seconds.toFixed(1)} s`,
);
await demo.close();
