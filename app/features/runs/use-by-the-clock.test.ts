import type { PathTrace } from '@keen-anvil/core/standins';
import type { FollowedPath } from '../../workers/path.worker';
import { someRun } from '../../testing/run-fixtures';
import { byTheClock } from './use-by-the-clock';

const told = { ...someRun.progress, rate: 20, doneSeconds: 40, totalSeconds: 100 };

/** One straight cut of 100 mm in 100 machine seconds. */
const trace: PathTrace = {
  kind: 'path',
  totalSeconds: 100,
  cutMm: 100,
  start: Float64Array.of(0),
  end: Float64Array.of(100),
  first: Uint32Array.of(0),
  isDown: Uint8Array.of(1),
  cutBefore: Float64Array.of(0),
  strokesDone: Uint32Array.of(0),
  x: Float64Array.of(0, 100),
  y: Float64Array.of(7, 7),
  seconds: Float64Array.of(0, 100),
  line: Uint32Array.of(3, 4),
};

describe('a run by the clock', () => {
  it('goes on as fast as it was told, and never beyond its end', () => {
    expect(byTheClock(told, undefined, 1).doneSeconds).toBe(60);
    expect(byTheClock(told, undefined, 10).doneSeconds).toBe(100);
  });

  it('is on its path where the clock says', () => {
    const now = byTheClock(told, { trace } as FollowedPath, 1);
    expect(now).toMatchObject({ doneSeconds: 60, cutMm: 60, line: 4, isDown: true });
    expect(now.at.x).toBeCloseTo(60);
    expect(now.at.y).toBeCloseTo(7);
  });

  it('stands where it was told while nothing moves', () => {
    const paused = { ...told, rate: 0 };
    expect(byTheClock(paused, undefined, 10, 90)).toBe(paused);
  });

  it('is not taken back by the way of a message, but by a run that was set back', () => {
    expect(byTheClock(told, undefined, 0, 43).doneSeconds).toBe(43);
    expect(byTheClock(told, undefined, 0, 90).doneSeconds).toBe(40);
  });
});
