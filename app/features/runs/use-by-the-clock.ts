import type { RunProgress, RunView } from '@keen-anvil/contract';
import { positionOnPath } from '@keen-anvil/core/standins';
import { useEffect, useRef, useState } from 'react';
import type { FollowedPath } from '../../workers/path.worker';

/** So often a page looks at the clock while something moves, in ms. */
const LOOK_MS = 100;
/** What a page may be ahead of what it is told, in true seconds: the way of the message. More is a run that was set back. */
const AHEAD_SECONDS = 2;

/**
 * Where a run is by the clock, `laterSeconds` after it was told.
 * @param path what its machine does with its file; undefined while nobody knows, or where it presses
 * @param shownSeconds what was shown before, in machine seconds: a message's way must not take it back
 */
export function byTheClock(
  told: RunProgress,
  path: FollowedPath | undefined,
  laterSeconds: number,
  shownSeconds = 0,
): RunProgress {
  if (told.rate === 0) return told;
  const reckoned = told.doneSeconds + told.rate * laterSeconds;
  const isJustAhead = shownSeconds > reckoned && shownSeconds - reckoned < told.rate * AHEAD_SECONDS;
  const doneSeconds = Math.min(told.totalSeconds, isJustAhead ? shownSeconds : reckoned);
  return { ...told, doneSeconds, ...(path ? positionOnPath(path.trace, doneSeconds) : {}) };
}

/** A run as it is at this moment: between two messages it goes on by the clock. */
export function useByTheClock(run: RunView, path: FollowedPath | undefined): RunView {
  const { id, progress } = run;
  const [shown, setShown] = useState<{ runId: string; told: RunProgress; now: RunProgress } | null>(null);
  const before = shown?.runId === id && shown.now.rate > 0 ? shown.now.doneSeconds : 0;
  const beforeMessage = useRef(0);
  useEffect(() => {
    if (progress.rate === 0) return undefined;
    const at = performance.now();
    const looking = setInterval(() => {
      const now = byTheClock(progress, path, (performance.now() - at) / 1000, beforeMessage.current);
      setShown({ runId: id, told: progress, now });
    }, LOOK_MS);
    return () => clearInterval(looking);
  }, [id, progress, path]);
  useEffect(() => {
    beforeMessage.current = before;
  }, [before]);
  return { ...run, progress: shown?.told === progress ? shown.now : byTheClock(progress, path, 0, before) };
}
