import { knownBounds, type Point } from '../geometry';
import { pointAt, turnedSheet, type SheetTurn } from '../layout';
import { isOfAid, isOfTurnMarks } from '../jobs';
import { brought } from '../registration';
import type { JobDetail, PartView } from './job';
import { laidOn } from './step-work';

/** A sheet as it is turned over. */
interface TurnedSheet {
  id: string;
  stockPieceId: string | null;
  widthMm: number;
  lengthMm: number;
  turned: SheetTurn;
}

/** Whether a part of a job is there to find a turned sheet by. */
export const isTurnMarkIn = (job: JobDetail, { artworkId, role }: Pick<PartView, 'artworkId' | 'role'>): boolean => {
  const drawing = job.artworks.find(({ id }) => id === artworkId);
  return role === 'process' && drawing !== undefined && isOfTurnMarks(drawing);
};

/** Whether a part of a job only helps to make it: marks to turn by, or a ruler to lay it by. A job of nothing else makes those. */
export const isAidIn = (job: JobDetail, { artworkId }: Pick<PartView, 'artworkId'>): boolean => {
  const drawing = job.artworks.find(({ id }) => id === artworkId);
  return drawing !== undefined && isOfAid(drawing) && !job.artworks.every(isOfAid);
};

/**
 * Where the middles of a sheet's marks lie once it was turned over, in mm, as one reads them: upper left, upper right, lower
 * left, lower right. null where it has no such marks.
 */
export function turnMarksOf(job: JobDetail, sheet: TurnedSheet): Point[] | null {
  const over = turnedSheet(sheet.turned, sheet);
  const found = job.steps
    .flatMap(({ parts }) => parts)
    .filter((part) => isTurnMarkIn(job, part))
    .flatMap((part) => {
      const bounds = knownBounds(part.contours);
      if (!bounds) return [];
      const middle = { x: (bounds.minX + bounds.maxX) / 2, y: (bounds.minY + bounds.maxY) / 2 };
      return laidOn(part, sheet).map(({ place }) => brought(over, pointAt(middle, place)));
    });
  if (found.length !== 4) return null;
  const [first, second, third, last] = found.sort((a, b) => a.y - b.y);
  const across = (a: Point, b: Point) => (a.x <= b.x ? [a, b] : [b, a]);
  return [...across(first, second), ...across(third, last)];
}
