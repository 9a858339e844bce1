import { planToolpath, travelLength } from '@keen-anvil/core/toolpath';
import type { Polyline } from '@keen-anvil/core/geometry';
import { sequence } from './many-shapes';

// Travel after ordering against the order of the document, on 2,000 scattered closed paths.
const PATHS = 2000;
const next = sequence(7);
const contours: Polyline[] = Array.from({ length: PATHS }, () => {
  const [x, y, size] = [next() * 1000, next() * 1000, 2 + next() * 6];
  return {
    closed: true,
    points: [
      { x, y },
      { x: x + size, y },
      { x: x + size, y: y + size },
      { x, y: y + size },
    ],
  };
});
const start = { x: 0, y: 0 };
const began = performance.now();
const { strokes } = planToolpath({ contours, start, insideFirst: true, passes: 1, overcutMm: 0 });
const ms = performance.now() - began;
const document = contours.map(({ points }) => ({ points: [...points, points[0]] }));
const [ordered, asDrawn] = [travelLength(strokes, start), travelLength(document, start)];
console.log(
  `travel over ${PATHS} paths after ordering: ${(ordered / asDrawn).toFixed(4)} × that in document order (${(ordered / 1000).toFixed(1)} m against ${(asDrawn / 1000).toFixed(1)} m; ordered in ${ms.toFixed(0)} ms)`,
);
