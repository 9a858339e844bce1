import { Matrix, solve } from 'ml-matrix';
import type { Affine, Point } from '../geometry';

/** How marks as they were drawn come to where they were read. */
export interface MarkFit {
  affine: Affine;
  /** How far each mark was read from where the fit brings it, in mm. */
  residualsMm: number[];
  /** The root of their mean square, in mm. */
  residualMm: number;
}

/** The point that an affine map brings a point to. */
export const brought = ([a, b, c, d, e, f]: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/**
 * The least-squares fit of a turn, one size and a shift (a similarity), or with a size for each axis and a shear as well (affine).
 * @param from as drawn, @param to as read; the same number of each
 * @throws RangeError where there are too few, or all lie in a line
 */
export function fitMarks(from: readonly Point[], to: readonly Point[], kind: 'similarity' | 'affine'): MarkFit {
  const least = kind === 'affine' ? 3 : 2;
  if (from.length !== to.length) throw new RangeError(`${from.length} marks were drawn and ${to.length} were read.`);
  if (from.length < least) throw new RangeError(`${least} marks are needed; ${from.length} were read.`);
  const [middleFrom, middleTo] = [middleOf(from), middleOf(to)];
  const centred = from.map((point) => minus(point, middleFrom));
  const read = to.map((point) => minus(point, middleTo));
  if (areInLine(centred) && kind === 'affine')
    throw new RangeError('The marks lie in a line: nothing says how wide the sheet is.');
  if (centred.every(({ x, y }) => Math.hypot(x, y) < 1e-9)) throw new RangeError('The marks lie on each other.');
  const rows = centred.flatMap(({ x, y }) =>
    kind === 'similarity'
      ? [
          [x, -y],
          [y, x],
        ]
      : [
          [x, y, 0, 0],
          [0, 0, x, y],
        ],
  );
  const found = solve(new Matrix(rows), Matrix.columnVector(read.flatMap(({ x, y }) => [x, y]))).to1DArray();
  const [a, c, b, d] = kind === 'similarity' ? [found[0], -found[1], found[1], found[0]] : found;
  const affine: Affine = [
    a,
    b,
    c,
    d,
    middleTo.x - a * middleFrom.x - c * middleFrom.y,
    middleTo.y - b * middleFrom.x - d * middleFrom.y,
  ];
  const residualsMm = from.map((point, i) => {
    const at = brought(affine, point);
    return Math.hypot(at.x - to[i].x, at.y - to[i].y);
  });
  return {
    affine,
    residualsMm,
    residualMm: Math.sqrt(residualsMm.reduce((sum, mm) => sum + mm * mm, 0) / residualsMm.length),
  };
}

const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });

const middleOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

/** Whether points round their middle lie in a line, to within a thousandth of how far they reach. */
function areInLine(points: readonly Point[]): boolean {
  const [sxx, syy, sxy] = points.reduce(([xx, yy, xy], { x, y }) => [xx + x * x, yy + y * y, xy + x * y], [0, 0, 0]);
  const half = (sxx + syy) / 2;
  const least = half - Math.sqrt(Math.max(0, half * half - (sxx * syy - sxy * sxy)));
  return least <= 1e-6 * half;
}
