import type { CurveContour } from '@keen-anvil/core/geometry';

const place = (n: number): number => Math.round(n * 100) / 100;

/** Contours as SVG path data in mm, curves kept. */
export function curvePath(contours: readonly CurveContour[]): string {
  return contours
    .map(
      ({ start, segments, closed }) =>
        `M${place(start[0])} ${place(start[1])}${segments.map(([kind, ...numbers]) => `${kind}${numbers.map(place).join(' ')}`).join('')}${closed ? 'Z' : ''}`,
    )
    .join('');
}
