import { differenceD, FillRule, intersectD, unionD, xorD, type PathsD } from 'clipper2-ts';
import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import { flatten, type CurveContour } from '@keen-anvil/core/geometry';
import { operate, operationOf } from '@keen-anvil/core/makings';
import { drawMeasured } from '@keen-anvil/core/measured';
import { timeRatio } from './median-ratio';
import { readArtwork } from './server';

// What is made of parts: operations against the bare library's work on the same paths, a hatch of a hundred letters, a wrap bent.
const shape = (name: string, measures = {}): CurveContour[] =>
  drawMeasured({ shape: name, measures }).parts.flatMap(({ contours }) => contours);
const ring = shape('scalloped-disc', { diameter: 120, scallops: 200, depth: 0.5 });
const other = operate(operationOf('moved')!, [ring], { right: 40, down: 15 });
const paths = (lines: readonly CurveContour[]): PathsD => lines.map((c) => flatten(c, 0.005).points);
const [a, b] = [paths(ring), paths(other)];
const bare = { join: unionD, 'cut-out': differenceD, shared: intersectD, unshared: xorD };
for (const [name, work] of Object.entries(bare)) {
  const operation = operationOf(name)!;
  const { median: ratio } = timeRatio(
    () => void operate(operation, [ring, other], {}),
    () => void work(a, b, FillRule.NonZero, 4),
  );
  console.log(
    `“${operation.label}” of ${a[0].length + b[0].length} points: ${ratio.toFixed(2)} × the bare library (1.5 wanted)`,
  );
}

// Many at once: one union, as the bare library does it with all paths going round one way.
const forty = Array.from({ length: 40 }, (_, i) =>
  operate(operationOf('moved')!, [shape('scalloped-disc', { diameter: 30, scallops: 40, depth: 0.5 })], {
    right: (i % 8) * 22,
    down: Math.floor(i / 8) * 22,
  }),
);
const allPaths = forty.flatMap(paths);
const { median: many } = timeRatio(
  () => void operate(operationOf('join')!, forty, {}),
  () => void unionD(allPaths, [], FillRule.NonZero, 4),
);
console.log(`“Join” of 40 parts: ${many.toFixed(2)} × the bare library (1.5 wanted)`);

const letters = await readArtwork({
  source: 'text',
  fileName: '',
  bytes: null,
  choices: { ...USUAL_TEXT, words: 'abcdefghij\n'.repeat(10).trim(), capHeightMm: 12, align: 'left' },
});
if (letters.refusal !== null) throw new Error(letters.refusal);
const hatch = operationOf('hatch')!;
let strokes = 0;
const began = performance.now();
for (const { contours } of letters.reading.parts)
  strokes += operate(hatch, [contours], { spacing: 0.15, inset: 0.05 }).length;
console.log(
  `a hatch of ${letters.reading.parts.length} letters at 0.15 mm, ${strokes} strokes: ${((performance.now() - began) / 1000).toFixed(2)} s (1 wanted)`,
);

const wave: CurveContour = {
  closed: false,
  start: [0, 0],
  segments: Array.from({ length: 20_000 }, (_, i) => ['L', i / 90, 40 + 30 * Math.sin(i / 40)]),
};
const bending = performance.now();
const bent = operate(operationOf('cone')!, [[wave]], {});
console.log(
  `a wrap of ${wave.segments.length} segments bent to ${bent[0].segments.length}: ${((performance.now() - bending) / 1000).toFixed(2)} s (0.5 wanted)`,
);
