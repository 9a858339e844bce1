import type { Outcome } from '../recipes';

/** The outcome of a log dose that is `excess` above what is just enough, for a window and a far mark beyond its edges. */
export function outcomeAt(excess: number, window: number, far: number): Outcome {
  if (excess < -far) return 'far-under';
  if (excess < 0) return 'under';
  if (excess <= window) return 'right';
  return excess <= window + far ? 'over' : 'far-over';
}
