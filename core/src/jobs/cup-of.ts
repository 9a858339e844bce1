import { knownBounds, type Point } from '../geometry';
import { upperMiddleOf } from '../makings';
import { CUP_MEASURES, type Measures } from '../measured';
import type { JobDocument, Part } from './document';
import { lookup } from './parts-of';
import type { Shape } from './shape';

/** The cup that a part was bent to, and where the middle of its upper edge lies in the job's plane. */
export interface BentTo {
  measures: Measures;
  origin: Point;
}

/** The cup that a part was bent to, also where something was printed in it since; null for what was bent to none. */
export function cupOf(document: JobDocument, shapes: ReadonlyMap<string, Shape>, { making }: Part): BentTo | null {
  if (making.op === 'printed' || making.op === 'bridges') {
    const below = lookup(document).parts.get(making.of[0]);
    return below ? cupOf(document, shapes, below) : null;
  }
  if (making.op !== 'worked' || making.by !== 'cone') return null;
  const flat = shapes.get(making.of[0]);
  const box = flat && knownBounds(flat.contours);
  if (!box) return null;
  return {
    measures: Object.fromEntries(CUP_MEASURES.map(({ name, usual }) => [name, making.measures[name] ?? usual])),
    origin: upperMiddleOf(box, making.measures),
  };
}
