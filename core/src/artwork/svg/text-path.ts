import { flatten, transformContour, type Affine } from '../../geometry';
import { pathContours } from './path-contours';

/** A path to set letters along, by length from its start; user units. */
export interface Track {
  length: number;
  /** The point at a length and which way the path goes there, in radians; null beyond its ends. */
  at: (length: number) => { x: number; y: number; angle: number } | null;
}

/** The path's length is found from pieces this near to it, in parts of the letters' size. */
const SHARE_OF_SIZE = 0.002;

/** A path's data as a track; a closed path goes round. */
export function trackOf(data: string, transform: Affine, fontSize: number): Track {
  const points = pathContours(data)
    .contours.slice(0, 1)
    .flatMap((contour) => {
      const { points: way, closed } = flatten(
        transformContour(contour, transform),
        Math.max(1e-4, fontSize * SHARE_OF_SIZE),
      );
      return closed ? [...way, way[0]] : way;
    });
  const lengths = [0];
  for (let i = 1; i < points.length; i++)
    lengths.push(lengths[i - 1] + Math.hypot(points[i].x - points[i - 1].x, points[i].y - points[i - 1].y));
  const length = lengths[lengths.length - 1] ?? 0;
  const at: Track['at'] = (along) => {
    if (points.length < 2 || along < -1e-9 || along > length + 1e-9) return null;
    let i = 1;
    while (i < points.length - 1 && lengths[i] < along) i += 1;
    const [a, b] = [points[i - 1], points[i]];
    const share = lengths[i] > lengths[i - 1] ? (along - lengths[i - 1]) / (lengths[i] - lengths[i - 1]) : 0;
    return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share, angle: Math.atan2(b.y - a.y, b.x - a.x) };
  };
  return { length, at };
}
