import { nest, nestingFaults, type Nesting, type NestPart, type NestRequest } from '@keen-anvil/core/layout';
import { jigsaw, type Jigsaw } from '../core/testing/jigsaws';
import { numbersBelow } from '../core/testing/random';
import { demoParts } from './demo-parts';

// npm run bench -- nest [cases] [seconds]: jigsaws (a rectangle cut into 12 to 40 pieces, each turned; 100 % is possible) on a roll as
// wide as the rectangle.
const CASES = Number(process.argv[2] ?? 30);
const SECONDS = (process.argv[3] ?? '10,60').split(',').map(Number);

const median = (numbers: number[]): number => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)];

/** Laid, and proved free of overlap. */
function laid(request: NestRequest, better?: (best: Nesting) => void): Nesting {
  const nesting = nest(request, better);
  const faults = nestingFaults(request, nesting);
  if (faults.length) throw new Error(faults.join('; '));
  if (nesting.unplaced.length) throw new Error(`${nesting.unplaced.length} parts found no room`);
  return nesting;
}

const ring = (points: readonly (readonly [number, number])[]) => points.map(([x, y]) => ({ x, y }));
const rectangle = (width: number, height: number) =>
  ring([
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]);
const roll = (width: number) => ({ id: 'roll', outline: rectangle(width, 20_000), holes: [], count: 1, isRoll: true });
const common = { edgeMm: 0, seed: 1, now: () => performance.now() };

/** How long a roll gets where each part is laid as its box, the highest first, in rows from the left: the plain way. */
function boxesInRows(parts: readonly NestPart[], width: number, gapMm: number): number {
  const boxes = parts
    .flatMap(({ rings, count }) => {
      const [xs, ys] = [rings[0].map(({ x }) => x), rings[0].map(({ y }) => y)];
      const size = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
      return Array.from({ length: count }, () => size);
    })
    .sort((a, b) => b[1] - a[1]);
  // Bottom-left: each to the highest place at which it is free of all before it.
  const laidBoxes: { x: number; y: number; w: number; h: number }[] = [];
  for (const [w, h] of boxes) {
    const xs = [0, ...laidBoxes.map((box) => box.x + box.w + gapMm)].filter((x) => x + w <= width);
    let best = { x: 0, y: Infinity };
    for (const x of xs) {
      const over = laidBoxes.filter((box) => box.x < x + w + gapMm && x < box.x + box.w + gapMm);
      const y = [0, ...over.map((box) => box.y + box.h + gapMm)]
        .sort((a, b) => a - b)
        .find((at) => over.every((box) => at + h + gapMm <= box.y || box.y + box.h + gapMm <= at))!;
      if (y < best.y || (y === best.y && x < best.x)) best = { x, y };
    }
    laidBoxes.push({ ...best, w, h });
  }
  return Math.max(...laidBoxes.map(({ y, h }) => y + h));
}

// 200 parts as the demo has them: its own drawings, one after the other.
{
  const parts = await demoParts(200);
  const gapMm = 2;
  const plain = boxesInRows(parts, 600, gapMm);
  const began = performance.now();
  let firstAt = 0;
  const nesting = laid(
    { parts, sheets: [roll(600)], gapMm, millis: 30_000, ...common },
    () => (firstAt ||= performance.now()),
  );
  console.log(
    `200 parts of the demo, 30 s: ${nesting.usedLengthMm.toFixed(0)} mm of the roll, ${(nesting.usedLengthMm / plain).toFixed(2)} × the ${plain.toFixed(0)} mm of their boxes from the bottom left (0.75 wanted); first laid after ${((firstAt - began) / 1000).toFixed(1)} s`,
  );
}

// 1,000 simple parts, no two alike.
{
  const below = numbersBelow(7);
  const parts = Array.from({ length: 1000 }, (_, i): NestPart => {
    const [w, h] = [10 + below(40), 10 + below(40)];
    const shapes = [
      rectangle(w, h),
      ring([
        [0, 0],
        [w, 0],
        [0, h],
      ]),
      ring([
        [w / 4, 0],
        [w, h / 3],
        [w / 2, h],
        [0, h / 2],
      ]),
    ];
    return { id: String(i), rings: [shapes[below(3)]], count: 1, angles: [0, Math.PI / 2], mayTurnOver: false };
  });
  const began = performance.now();
  const nesting = laid({ parts, sheets: [roll(600)], gapMm: 1, millis: 0, ...common });
  console.log(
    `1,000 simple parts: laid in ${((performance.now() - began) / 1000).toFixed(1)} s (5 wanted), ${(100 * nesting.density).toFixed(1)} % dense, ${(nesting.usedLengthMm / boxesInRows(parts, 600, 1)).toFixed(2)} × their boxes`,
  );
}

/** The same pieces as they were cut, each turned by a quarter as often as chance has it: to be laid at quarter turns only. */
function atQuarters({ parts }: Jigsaw, seed: number): NestPart[] {
  const below = numbersBelow(seed);
  return parts.map((part) => {
    const quarter = below(4);
    const turn = ({ x, y }: { x: number; y: number }) => [
      { x, y },
      { x: -y, y: x },
      { x: -x, y: -y },
      { x: y, y: -x },
    ];
    return {
      ...part,
      rings: part.rings.map((ring) => ring.map((point) => turn(point)[quarter])),
      angles: [0, Math.PI / 2, Math.PI, -Math.PI / 2],
    };
  });
}

for (const seconds of CASES ? SECONDS : [])
  for (const turns of ['any angle', 'quarter turns'] as const) {
    const found: number[] = [];
    for (let seed = 1; seed <= CASES; seed++) {
      const puzzle = jigsaw(seed, turns === 'quarter turns' ? 'as cut' : 'turned');
      const { widthMm, heightMm } = puzzle;
      const parts = turns === 'quarter turns' ? atQuarters(puzzle, seed) : puzzle.parts;
      const outline = [
        { x: 0, y: 0 },
        { x: widthMm, y: 0 },
        { x: widthMm, y: 5 * heightMm },
        { x: 0, y: 5 * heightMm },
      ];
      const first: number[] = [];
      const nesting = laid(
        {
          parts,
          sheets: [{ id: 'roll', outline, holes: [], count: 1, isRoll: true }],
          gapMm: 0,
          edgeMm: 0,
          seed,
          millis: seconds * 1000,
          now: () => performance.now(),
        },
        (best) => first.push(best.density),
      );
      found.push(nesting.density);
      if (process.argv[4])
        console.log(seed, parts.length, first[0].toFixed(3), nesting.density.toFixed(3), first.length);
    }
    console.log(
      `${CASES} jigsaws, ${turns}, ${seconds} s each: median density ${(100 * median(found)).toFixed(1)} %, least ${(100 * Math.min(...found)).toFixed(1)} %`,
    );
  }
