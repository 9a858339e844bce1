import type { JobDetail } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import type { SeenDocument } from '@keen-anvil/core/jobs';
import { useCallback, useEffect, useSyncExternalStore } from 'react';

/** Lines that are known before the page with them is laid out, and what they are drawn instead of. */
interface Live {
  lines: CurveContour[];
  over: Set<CurveContour[]>;
}

const live = new Map<string, Live>();
const watchers = new Map<string, Set<() => void>>();

const told = (partId: string): void => watchers.get(partId)?.forEach((changed) => changed());

/** Shows the parts that have other lines now, before all that hangs on them is worked out: only those that are looked at. */
export function showLive({ steps, otherParts }: JobDetail, { shapes }: SeenDocument): void {
  for (const { id, contours } of [...steps.flatMap(({ parts }) => parts), ...otherParts]) {
    const lines = shapes.get(id)?.contours;
    const before = live.get(id);
    if (!lines || !watchers.has(id) || (before?.lines ?? contours) === lines) continue;
    live.set(id, { lines, over: new Set([...(before?.over ?? []), ...(before ? [before.lines] : []), contours]) });
    told(id);
  }
}

/** What was shown in advance is not so after all: what is drawn is what the job says. */
export function endLive(): void {
  const ids = [...live.keys()];
  live.clear();
  ids.forEach(told);
}

/** The lines of a part as they are known this moment: for a short while they are ahead of the job. */
export function useLiveLines({ id, contours }: { id: string; contours: CurveContour[] }): CurveContour[] {
  const watch = useCallback(
    (changed: () => void) => {
      watchers.set(id, (watchers.get(id) ?? new Set()).add(changed));
      return () => {
        watchers.get(id)?.delete(changed);
        if (watchers.get(id)?.size) return;
        watchers.delete(id);
        live.delete(id);
      };
    },
    [id],
  );
  const ahead = useSyncExternalStore(watch, () => live.get(id));
  useEffect(() => {
    // The job has caught up, or says something else: from here on it is what is drawn.
    const now = live.get(id);
    if (now && (now.lines === contours || !now.over.has(contours))) live.delete(id);
  }, [id, contours]);
  return ahead?.over.has(contours) ? ahead.lines : contours;
}
