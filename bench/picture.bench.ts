import { readPicture, type Picture } from '@keen-anvil/core/artwork';
import { USUAL_CHOICES, USUAL_TRACING } from '@keen-anvil/core/artwork-choices';
import { sequence } from './many-shapes';
import { timeRatio } from './median-ratio';

// A picture of 12 megapixels with soft edges and a little noise, traced on one core, against one look at each of its pixels.

const [WIDTH, HEIGHT] = [4000, 3000];
const next = sequence(11);
const data = new Uint8Array(WIDTH * HEIGHT * 4).fill(255);
for (let y = 0; y < HEIGHT; y++) {
  for (let x = 0; x < WIDTH; x++) {
    const value = 128 + 60 * Math.sin(x / 97) * Math.cos(y / 83) + 40 * Math.sin(x / 41 + y / 57) + (next() - 0.5) * 4;
    data.fill(value, (y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 3);
  }
}
const picture: Picture = { width: WIDTH, height: HEIGHT, data, dotsPerInch: { x: 300, y: 300 } };
let parts = 0;
const trace = (way: 'threshold' | 'colours') => () =>
  void (parts = readPicture(picture, { ...USUAL_CHOICES, tracing: { ...USUAL_TRACING, way } }).parts.length);
const look = () => {
  let sum = 0;
  for (let i = 0; i < data.length; i++) sum += data[i];
  if (sum === 0) throw new Error('The picture is black.');
};
for (const way of ['threshold', 'colours'] as const) {
  const ratio = timeRatio(trace(way), look, 3);
  console.log(
    `12 megapixels traced by ${way} into ${parts} parts in ${(ratio.measuredMs / 1000).toFixed(1)} s: ${ratio.median.toFixed(0)} × one look at every byte (${ratio.least.toFixed(0)} to ${ratio.most.toFixed(0)})`,
  );
}
