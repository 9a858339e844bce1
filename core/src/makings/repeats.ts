import { contourBounds, transformContour, type Affine, type Bounds, type CurveContour } from '../geometry';
import { choice, count, length, type Measures } from '../measured';
import { formatNumber } from '../units';
import { OperationRefusedError, type Lines, type Operation } from './operation';

/** More lines and curves than this no machine would be sent. */
const MOST_SEGMENTS = 200_000;

/** Copies of lines, each moved by a change of place. @throws OperationRefusedError for more lines than can be */
export function copies(lines: Lines, moves: readonly Affine[]): CurveContour[] {
  const segments = moves.length * lines.reduce((sum, contour) => sum + contour.segments.length, 0);
  if (segments > MOST_SEGMENTS)
    throw new OperationRefusedError(
      `that would be ${formatNumber(segments, 0)} lines, and ${formatNumber(MOST_SEGMENTS, 0)} are the most: repeat it less often`,
    );
  return moves.flatMap((move) => lines.map((contour) => transformContour(contour, move)));
}

/** The box round lines. @throws OperationRefusedError where there is none */
export function boxOf(lines: Lines): Bounds {
  const box = contourBounds([...lines], 0.002);
  if (!box) throw new OperationRefusedError('there is nothing of it');
  return box;
}

const middleOf = ({ minX, maxX, minY, maxY }: Bounds): [number, number] => [(minX + maxX) / 2, (minY + maxY) / 2];

/** A turn round a point, in radians, clockwise on the screen. */
function turnRound(x: number, y: number, angle: number): Affine {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}

const ROUND: Operation = {
  name: 'round',
  label: 'Repeat round a point',
  needs: 'one',
  takesGroups: true,
  measures: [
    count('count', 'How many', 6, 2, 2000),
    length('radius', 'Radius', 30, { min: 0, max: 5000 }),
    choice('turned', 'Each of them', ['turned with it', 'upright']),
  ],
  apply: ([lines], { count: number, radius, turned }) => {
    // The point lies straight below the middle of the first.
    const [x, y] = middleOf(boxOf(lines));
    return copies(
      lines,
      Array.from({ length: number }, (_, i): Affine => {
        const angle = (2 * Math.PI * i) / number;
        if (turned === 0) return turnRound(x, y + radius, angle);
        return [1, 0, 0, 1, radius * Math.sin(angle), radius - radius * Math.cos(angle)];
      }),
    );
  },
};

const ROWS: Operation = {
  name: 'rows',
  label: 'Repeat in rows',
  needs: 'one',
  takesGroups: true,
  measures: [
    count('across', 'Across', 3, 1, 500),
    count('down', 'Down', 2, 1, 500),
    length('gapX', 'Gap across', 4, { min: -500, max: 1000, step: 0.5 }),
    length('gapY', 'Gap down', 4, { min: -500, max: 1000, step: 0.5 }),
    choice('offset', 'Rows stand', ['straight', 'by half a step']),
  ],
  apply: ([lines], { across, down, gapX, gapY, offset }) => {
    const { minX, maxX, minY, maxY } = boxOf(lines);
    const [stepX, stepY] = [maxX - minX + gapX, maxY - minY + gapY];
    const moves: Affine[] = [];
    for (let row = 0; row < down; row++)
      for (let column = 0; column < across; column++)
        moves.push([1, 0, 0, 1, column * stepX + (offset && row % 2 ? stepX / 2 : 0), row * stepY]);
    return copies(lines, moves);
  },
};

/** What is there stays as it is, and its mirror image is a part of its own. */
export const AS_A_PAIR = 2;
const SIDES = ['right', 'left', 'below', 'above'] as const;
const MIRRORED: Operation = {
  name: 'mirrored',
  label: 'Mirror to the other side',
  needs: 'one',
  takesGroups: true,
  measures: [
    choice('side', 'Side', SIDES),
    length('gap', 'Gap', 0, { min: -1000, max: 1000, step: 0.5 }),
    choice('own', 'What is there', ['stays', 'goes', 'stays, as a pair of two parts']),
  ],
  apply: ([lines], { side, gap, own }) => {
    const { minX, maxX, minY, maxY } = boxOf(lines);
    const mirror: Affine = [
      [-1, 0, 0, 1, 2 * maxX + gap, 0],
      [-1, 0, 0, 1, 2 * minX - gap, 0],
      [1, 0, 0, -1, 0, 2 * maxY + gap],
      [1, 0, 0, -1, 0, 2 * minY - gap],
    ][side] as unknown as Affine;
    const there: Affine = [1, 0, 0, 1, 0, 0];
    return copies(lines, own === AS_A_PAIR ? [there] : own === 0 ? [there, mirror] : [mirror]);
  },
};

const MOVED: Operation = {
  name: 'moved',
  label: 'Move, turn, size',
  needs: 'one',
  takesGroups: true,
  measures: [
    length('right', 'To the right', 0, { min: -5000, max: 5000, step: 0.5 }),
    length('down', 'Down', 0, { min: -5000, max: 5000, step: 0.5 }),
    { name: 'turn', label: 'Turn', unit: '°', usual: 0, min: -360, max: 360, step: 5 },
    length('width', 'Width (0: as it is)', 0, { min: 0, max: 5000 }),
    length('height', 'Height (0: in ratio)', 0, { min: 0, max: 5000 }),
  ],
  carriesPrint: movement,
  apply: ([lines], measures) => copies(lines, [movement(lines, measures)]),
};

/** Sized and turned round its middle, then moved. */
function movement(lines: Lines, { right, down, turn, width, height }: Measures): Affine {
  const box = boxOf(lines);
  const [x, y] = middleOf(box);
  const across = width > 0 ? width / Math.max(1e-9, box.maxX - box.minX) : null;
  const along = height > 0 ? height / Math.max(1e-9, box.maxY - box.minY) : null;
  const [sx, sy] = [across ?? along ?? 1, along ?? across ?? 1];
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const [a, b, c, d] = [cos * sx, sin * sx, -sin * sy, cos * sy];
  return [a, b, c, d, x + right - a * x - c * y, y + down - b * x - d * y];
}

/** What has a part several times, or elsewhere. */
export const REPEATS: readonly Operation[] = [ROUND, ROWS, MIRRORED, MOVED];
