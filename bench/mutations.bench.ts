import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { mutate } from '../core/testing/mutate';
import { USUAL_CHOICES } from '@keen-anvil/core/artwork-choices';
import { readArtwork } from './server';

// Real files damaged in 2,000 seeded ways: each must be read or refused in a sentence; the slowest against the whole file.

const DEMO = join(import.meta.dirname, '../server/demo');
const COUNT = 2000;
const files = readdirSync(DEMO).map((name) => ({ name, bytes: readFileSync(join(DEMO, name)) }));
const kindOf = (name: string) => (name.endsWith('svg') ? 'svg' : name.endsWith('dxf') ? 'dxf' : 'picture');

async function main(): Promise<void> {
  const read = async (name: string, bytes: Uint8Array) => {
    const began = performance.now();
    const answer = await readArtwork({ source: kindOf(name), fileName: name, bytes, choices: USUAL_CHOICES });
    return { answer, ms: performance.now() - began };
  };
  const whole = new Map<string, number>();
  for (const { name, bytes } of files) {
    await read(name, bytes);
    whole.set(name, (await read(name, bytes)).ms);
  }
  let refused = 0;
  let worst = { ratio: 0, name: '' };
  for (let seed = 1; seed <= COUNT; seed++) {
    const { name, bytes } = files[seed % files.length];
    const { answer, ms } = await read(name, mutate(bytes, seed));
    if (answer.refusal !== null) refused += 1;
    const ratio = ms / Math.max(whole.get(name)!, 1);
    if (ratio > worst.ratio) worst = { ratio, name };
  }
  console.log(
    `${COUNT} damaged files: ${COUNT - refused} read, ${refused} refused in a sentence, none broke the reader; the slowest took ${worst.ratio.toFixed(1)} × the time of its whole file (${worst.name})`,
  );
}

void main();
