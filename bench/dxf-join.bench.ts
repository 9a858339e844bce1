import { dxf, line } from '../core/testing/dxf';
import { readDxf } from '@keen-anvil/core/artwork';
import { sequence } from './many-shapes';

// Loose lines of closed rings in mixed order: how reading and joining grow with their number, against n·log n.

const SIZES = [1_000, 10_000, 50_000];
const SIDES = 20;

function looseRings(lines: number): string {
  const next = sequence(7);
  const all = Array.from({ length: lines / SIDES }, (_, ring) => {
    const [cx, cy] = [(ring % 50) * 12, Math.floor(ring / 50) * 12];
    const at = (k: number): [number, number] => [
      cx + 4 * Math.cos((2 * Math.PI * k) / SIDES),
      cy + 4 * Math.sin((2 * Math.PI * k) / SIDES),
    ];
    return Array.from({ length: SIDES }, (_, k) => line('0', ...at(k), ...at(k + 1)));
  }).flat();
  const mixed = all
    .map((text) => ({ text, key: next() }))
    .sort((a, b) => a.key - b.key)
    .map(({ text }) => text);
  return dxf({ units: 4, entities: mixed });
}

const times = SIZES.map((size) => {
  const source = looseRings(size);
  const runs = Array.from({ length: 3 }, () => {
    const began = performance.now();
    const { parts } = readDxf(source);
    if (parts.length !== size / SIDES) throw new Error(`${size / SIDES} rings were expected; ${parts.length} came.`);
    return performance.now() - began;
  });
  return Math.min(...runs);
});
const exponent = (a: number, b: number) => Math.log(times[b] / times[a]) / Math.log(SIZES[b] / SIZES[a]);
const linearithmic = (a: number, b: number) =>
  Math.log((SIZES[b] * Math.log(SIZES[b])) / (SIZES[a] * Math.log(SIZES[a]))) / Math.log(SIZES[b] / SIZES[a]);
console.log(
  `joining loose DXF lines: ${SIZES.map((size, i) => `${size} in ${times[i].toFixed(0)} ms`).join(', ')}; exponent ${exponent(0, 1).toFixed(2)} and ${exponent(1, 2).toFixed(2)} (n·log n: ${linearithmic(0, 1).toFixed(2)} and ${linearithmic(1, 2).toFixed(2)})`,
);
