import { greyOf, PICTURE_WAYS, pictureRows, tonesOn, USUAL_PICTURE } from '@keen-anvil/core/raster';

// Rows of a picture of 300 × 200 mm at 0.1 mm (6 million dots), by way, against looking once at each of its pixels' light.
const [WIDTH, HEIGHT] = [3000, 2000];
const data = new Uint8Array(WIDTH * HEIGHT * 4);
for (let i = 0; i < WIDTH * HEIGHT; i++) {
  const shade = 128 + 100 * Math.sin((i % WIDTH) / 140) * Math.cos(Math.floor(i / WIDTH) / 100);
  data.set([shade, shade, shade, 255], i * 4);
}
let began = performance.now();
const grey = greyOf({ width: WIDTH, height: HEIGHT, data });
const looked = performance.now() - began;
const clip = [
  [
    { x: 0, y: 0 },
    { x: 300, y: 0 },
    { x: 300, y: 200 },
    { x: 0, y: 200 },
  ],
];
for (const way of PICTURE_WAYS) {
  began = performance.now();
  const grid = tonesOn({ grey, onto: [0.1, 0, 0, 0.1, 0, 0], clip, wish: USUAL_PICTURE }, 0.1);
  let stretches = 0;
  for (const row of pictureRows(grid, way, { curve: null, power: 40 })) stretches += row.stretches.length / 3;
  const ms = performance.now() - began;
  console.log(
    `${way}: ${(ms / looked).toFixed(1)} × as long as looking at its light (${ms.toFixed(0)} ms; ${stretches} stretches)`,
  );
}
