import { nest, nestingFaults, type Nesting, type NestRequest } from '@keen-anvil/core/layout';
import { jigsaw } from '../core/testing/jigsaws';

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

for (const seconds of SECONDS) {
  const found: number[] = [];
  for (let seed = 1; seed <= CASES; seed++) {
    const { widthMm, heightMm, parts } = jigsaw(seed);
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
    if (process.argv[4]) console.log(seed, parts.length, first[0].toFixed(3), nesting.density.toFixed(3), first.length);
  }
  console.log(
    `${CASES} jigsaws, ${seconds} s each: median density ${(100 * median(found)).toFixed(1)} %, least ${(100 * Math.min(...found)).toFixed(1)} %`,
  );
}
