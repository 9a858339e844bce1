import Flatbush from 'flatbush';
import { joinBounds, overlap, type Point } from '../geometry';
import { shareSheet, type PartOnPiece } from '../layout';
import { formatNumber } from '../units';
import type { Finding } from './finding';

/** A part as it lies, and the drawing that it comes from. */
export interface DrawnOnPiece extends PartOnPiece {
  drawingId: string;
}

/** What a step of a job does on one sheet, with its parts as they lie there. */
export interface LaidStep {
  id: string;
  number: number;
  /** null while nothing is known of it. */
  sheetId: string | null;
  mirrored: boolean;
  parts: DrawnOnPiece[];
}

/** Nearer than this is rounding, in mm. */
const APART_MM = 0.01;

/** Steps on one sheet whose parts do not lie to each other any more as they were drawn. */
export function checkMovedApart(steps: readonly LaidStep[]): Finding[] {
  return steps.flatMap((first, i) =>
    steps.slice(i + 1).flatMap((later): Finding[] => {
      // One that is turned over lies in a plane of its own.
      if (!shareSheet(first, later) || first.mirrored !== later.mirrored) return [];
      const moved = movedParts(first, later);
      if (moved.length === 0) return [];
      const { dx, dy } = moved[0];
      const isOneMove = moved.every((part) => Math.abs(part.dx - dx) <= APART_MM && Math.abs(part.dy - dy) <= APART_MM);
      const far = Math.max(...moved.map((part) => Math.hypot(part.dx, part.dy)));
      return [
        {
          code: `moved-apart ${first.id} ${later.id}`,
          severity: 'warn',
          message: `Steps ${first.number} and ${later.number} were drawn together and lie up to ${formatNumber(far, 1)} mm apart on their sheet.`,
          mend: 'Bring them together again, or leave it so where it was meant.',
          places: [],
          ...(isOneMove
            ? {
                fix: {
                  kind: 'together',
                  label: `Move step ${later.number} back to step ${first.number}`,
                  stepId: later.id,
                  partIds: moved.map((part) => part.id),
                  dxMm: 0 - dx,
                  dyMm: 0 - dy,
                },
              }
            : {}),
        },
      ];
    }),
  );
}

/** Parts of the later step that lie elsewhere than those of the first that they were drawn over; all of them where both steps lie as one. */
function movedParts(first: LaidStep, later: LaidStep): { id: string; dx: number; dy: number }[] {
  const [a, b] = [onePlace(first.parts), onePlace(later.parts)];
  if (a && b)
    return isSame(a, b) || !isDrawnTogether(first, later)
      ? []
      : later.parts.map(({ id }) => ({ id, dx: b.x - a.x, dy: b.y - a.y }));
  if (first.parts.length === 0) return [];
  const index = new Flatbush(first.parts.length);
  for (const { bounds } of first.parts) index.add(bounds.minX, bounds.minY, bounds.maxX, bounds.maxY);
  index.finish();
  return later.parts.flatMap(({ id, bounds, place }) => {
    const under = index.search(bounds.minX, bounds.minY, bounds.maxX, bounds.maxY).map((k) => first.parts[k].place);
    const [nearest] = under;
    return !nearest || under.some((other) => isSame(other, place))
      ? []
      : [{ id, dx: place.x - nearest.x, dy: place.y - nearest.y }];
  });
}

/** Whether two steps have parts of one drawing, or of drawings that lie over each other; what was brought in beside it may lie anywhere. */
function isDrawnTogether(first: LaidStep, later: LaidStep): boolean {
  const drawings = new Set(first.parts.map(({ drawingId }) => drawingId));
  const boxOf = ({ parts }: LaidStep) => parts.map(({ bounds }) => bounds).reduce(joinBounds);
  return later.parts.some(({ drawingId }) => drawings.has(drawingId)) || overlap(boxOf(first), boxOf(later));
}

const isSame = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) <= APART_MM;

/** The place of all of these parts, or null where they were moved one by one. */
function onePlace(parts: readonly PartOnPiece[]): Point | null {
  const [first] = parts;
  return first && parts.every(({ place }) => isSame(place, first.place)) ? first.place : null;
}
