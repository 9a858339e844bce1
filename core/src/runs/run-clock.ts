/** What is written of a run's time: from it anybody can say how far the run is. */
export interface RunClock {
  /** Machine seconds that were done when it was last set going. */
  doneBefore: number;
  /** True seconds since it was last set going; null while it stands. */
  goingSeconds: number | null;
  /** How many times faster than true it goes. */
  speedUp: number;
  /** Machine seconds in all. */
  totalSeconds: number;
}

/**
 * Machine seconds that a run has behind it.
 * @param laterSeconds true seconds since the clock was read
 * @example doneSeconds({ doneBefore: 10, goingSeconds: 3, speedUp: 20, totalSeconds: 100 }) // 70
 */
export function doneSeconds({ doneBefore, goingSeconds, speedUp, totalSeconds }: RunClock, laterSeconds = 0): number {
  const since = goingSeconds === null ? 0 : Math.max(0, goingSeconds + laterSeconds) * speedUp;
  return Math.min(totalSeconds, doneBefore + since);
}

/** True seconds from when a run is set going until it is done. */
export const secondsToGo = ({ doneBefore, speedUp, totalSeconds }: Omit<RunClock, 'goingSeconds'>): number =>
  Math.max(0, totalSeconds - doneBefore) / speedUp;
