import svgpath from 'svgpath';
import { IDENTITY, type Affine } from '../../geometry';

const TRANSFORM_LIST = /^[\s,]*(?:(?:matrix|translate|scale|rotate|skewX|skewY)\s*\([\s\d.,eE+-]*\)[\s,]*)*$/;

/**
 * The matrix of a `transform` attribute (SVG 2, section 8.5), or null where it cannot be read.
 * @example readTransform('translate(3 4) scale(2)') // [2, 0, 0, 2, 3, 4]
 */
export function readTransform(text: string | undefined): Affine | null {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return IDENTITY;
  if (!TRANSFORM_LIST.test(text)) return null;
  const corners: number[][] = [];
  // The images of the origin and of both unit points are the matrix.
  svgpath('M0 0L1 0L0 1')
    .transform(text)
    .abs()
    .iterate((segment) => void corners.push(segment.slice(1) as number[]));
  const [[e, f], [ax, ay], [cx, cy]] = corners;
  const matrix: Affine = [ax - e, ay - f, cx - e, cy - f, e, f];
  return matrix.every(Number.isFinite) ? matrix : null;
}
