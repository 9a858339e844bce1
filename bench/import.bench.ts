import { longPlotter } from '../core/testing/shop';
import { readSvg } from '@keen-anvil/core/artwork';
import { placeParts, straightAt } from '@keen-anvil/core/layout';
import { checkStep } from '@keen-anvil/core/preflight';
import { FillRule, unionD } from 'clipper2-ts';
import { wavyRings } from './many-shapes';
import { timeRatio } from './median-ratio';

// Import, flatten and check a drawing of 100,000 segments, against the clipping library's bare union of the same paths.
const RINGS = 1000;
const SEGMENTS = 100;
const source = wavyRings(RINGS, SEGMENTS);

function importAndCheck() {
  const { parts, widthMm, heightMm } = readSvg(source);
  const placed = placeParts(parts.map((part, i) => ({ ...part, id: String(i), place: straightAt({ x: 0, y: 0 }) })));
  return checkStep({
    placed,
    sheet: { name: 'bench sheet', widthMm, lengthMm: heightMm },
    cuttable: { minX: 0, minY: 0, maxX: widthMm, maxY: heightMm },
    machine: longPlotter,
    process: 'kiss-cut',
    settings: { force: 14, speed: 5, passes: 1 },
    temper: null,
    tool: { name: 'bench blade', kind: 'fine-blade', wear: 0, life: null },
    holder: 1,
    material: { name: 'bench vinyl', family: 'vinyl', smallestDetailMm: 0.5, mirrored: false, inStock: 1 },
    mirrored: false,
    scripts: {},
  });
}

const { parts } = readSvg(source);
const paths = placeParts(
  parts.map((part, i) => ({ ...part, id: String(i), place: straightAt({ x: 0, y: 0 }) })),
).flatMap((part) => part.contours.map((contour) => contour.points));
const segments = paths.reduce((sum, path) => sum + path.length, 0);
const ratio = timeRatio(importAndCheck, () => void unionD(paths, [], FillRule.NonZero, 4));
console.log(
  `import + flatten + check of ${segments} segments: ${ratio.median.toFixed(2)} × the bare union of the same paths ` +
    `(${ratio.least.toFixed(2)} to ${ratio.most.toFixed(2)}; ${ratio.measuredMs.toFixed(0)} ms against ${ratio.referenceMs.toFixed(0)} ms)`,
);
