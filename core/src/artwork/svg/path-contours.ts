import svgpath from 'svgpath';
import type { CurveContour, Segment } from '../../geometry';

/** Ends of a subpath that are closer than this (user units) count as meeting. */
const MEETING = 1e-6;

/**
 * Path data as contours in user units: every command of SVG 2 chapter 9, arcs turned into cubics.
 * What comes before an error in the data is kept, as SVG asks; `error` then says what was wrong.
 */
export function pathContours(data: string): { contours: CurveContour[]; error: string | null } {
  const path = svgpath(data) as ReturnType<typeof svgpath> & { err?: string };
  const error = path.err ? path.err.replace(/^SvgPath: /, '') : null;
  const contours: CurveContour[] = [];
  let contour: CurveContour | null = null;
  let x = 0;
  let y = 0;

  const finish = (closed: boolean) => {
    if (contour && contour.segments.length > 0) {
      const meets = Math.abs(x - contour.start[0]) <= MEETING && Math.abs(y - contour.start[1]) <= MEETING;
      contour.closed = closed || (meets && contour.segments.length > 1);
      contours.push(contour);
    }
    contour = null;
  };
  const add = (segment: Segment) => {
    contour ??= { closed: false, start: [x, y], segments: [] };
    contour.segments.push(segment);
    x = segment[segment.length - 2] as number;
    y = segment[segment.length - 1] as number;
  };

  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment) => {
      const [command, ...n] = segment as [string, ...number[]];
      switch (command) {
        case 'M':
          finish(false);
          [x, y] = n;
          contour = { closed: false, start: [x, y], segments: [] };
          break;
        case 'L':
          return add(['L', n[0], n[1]]);
        case 'H':
          return add(['L', n[0], y]);
        case 'V':
          return add(['L', x, n[0]]);
        case 'Q':
          return add(['Q', n[0], n[1], n[2], n[3]]);
        case 'C':
          return add(['C', n[0], n[1], n[2], n[3], n[4], n[5]]);
        case 'Z':
          if (contour) {
            const start: [number, number] = contour.start;
            finish(true);
            [x, y] = start;
          }
          break;
      }
    });
  finish(false);
  return { contours, error };
}
