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
/** No way through all places is shorter than the shortest tree that joins them (Prim 1957). */
function spanningTree(places: readonly { x: number; y: number }[]): number {
  const far = new Float64Array(places.length).fill(Infinity);
  const joined = new Uint8Array(places.length);
  far[0] = 0;
  let length = 0;
  for (let k = 0; k < places.length; k++) {
    let next = -1;
    for (let i = 0; i < places.length; i++) if (!joined[i] && (next < 0 || far[i] < far[next])) next = i;
    joined[next] = 1;
    length += far[next];
    for (let i = 0; i < places.length; i++)
      far[i] = Math.min(far[i], Math.hypot(places[i].x - places[next].x, places[i].y - places[next].y));
  }
  return length;
}

const middles = contours.map(({ points: [a, , c] }) => ({ x: (a.x + c.x) / 2, y: (a.y + c.y) / 2 }));
console.log(
  `travel over ${PATHS} paths against the spanning tree of their middles: ${(ordered / spanningTree([start, ...middles])).toFixed(3)} × (1.15 wanted)`,
);
console.log(
  `travel over ${PATHS} paths after ordering: ${(ordered / asDrawn).toFixed(4)} × that in document order (${(ordered / 1000).toFixed(1)} m against ${(asDrawn / 1000).toFixed(1)} m; ordered in ${ms.toFixed(0)} ms)`,
);
