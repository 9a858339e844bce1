import { ShapeMemo, shapesOf, type JobDocument, type Part } from '@keen-anvil/core/jobs';
import { boxAt, drawnPart, jobWith, readingOf, shopWith } from '../core/testing/job';
import { timeRatio } from './median-ratio';

// The shapes of a job after one of its parts was changed, against evaluating all of them: 200 parts, each with an outline.
const PARTS = 200;
const WANTED = 0.05;

const wave = (x: number, y: number) => {
  const contour = boxAt(x, y, 8);
  for (let i = 0; i < 60; i++) contour.segments.push(['L', x + 8 * Math.sin(i), y + 8 * Math.cos(i)]);
  return contour;
};
const readings = {
  plate: [
    readingOf(
      ...Array.from({ length: PARTS }, (_, i) =>
        drawnPart(`${i}`, '#111111', wave((i % 20) * 20, Math.floor(i / 20) * 20)),
      ),
    ),
  ],
};
const shop = shopWith(readings);
const drawn = jobWith(readings, shop);
const outlined: JobDocument = {
  ...drawn,
  parts: drawn.parts.flatMap((part): Part[] => [
    part,
    { ...part, id: `outline of ${part.id}`, making: { op: 'outline', of: [part.id], distanceMm: 1 } },
  ]),
};

let turn = 0;
/** Another distance each time, so that nothing of it is known. */
const changed = (): JobDocument => {
  turn += 1;
  return {
    ...outlined,
    parts: outlined.parts.map((part, i) =>
      i === 1 ? { ...part, making: { op: 'outline', of: [outlined.parts[0].id], distanceMm: 1 + turn / 1000 } } : part,
    ),
  };
};

const known = new ShapeMemo();
shapesOf(outlined, shop, known);
const one = timeRatio(
  () => shapesOf(changed(), shop, known),
  () => shapesOf(changed(), shop, new ShapeMemo()),
);
console.log(
  `shapes of ${PARTS} parts with an outline each after one change, against all of them: ${one.median.toFixed(3)} (${one.least.toFixed(3)} to ${one.most.toFixed(3)}; ${WANTED} wanted), ${one.measuredMs.toFixed(1)} of ${one.referenceMs.toFixed(0)} ms`,
);
