import { Problem } from '../problem';

/**
 * Refuses where fewer rows were written than were asked for: what stands under one of their ids belongs to something else.
 * @param what is written, as it begins a sentence: “A step”
 */
export function allWritten({ rowCount }: { rowCount: number | null }, asked: number, what: string): void {
  if ((rowCount ?? 0) >= asked) return;
  throw new Problem(
    409,
    'exists',
    `${what} of this id is there already, and belongs to something else. Nothing was changed.`,
  );
}
