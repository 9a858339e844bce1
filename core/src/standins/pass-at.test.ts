import { passAt } from './pass-at';
import type { PathTrace } from './trace';

/** A tool that goes 10 mm to each of two lines of 40 mm, at 1 mm in a second. */
const trace: PathTrace = {
  kind: 'path',
  totalSeconds: 100,
  cutMm: 80,
  start: Float64Array.of(0, 10, 50, 60),
  end: Float64Array.of(10, 50, 60, 100),
  first: Uint32Array.of(0, 2, 4, 6),
  isDown: Uint8Array.of(0, 1, 0, 1),
  cutBefore: Float64Array.of(0, 0, 40, 40),
  strokesDone: Uint32Array.of(0, 0, 1, 1),
  x: Float64Array.of(0, 10, 10, 50, 50, 60, 60, 100),
  y: new Float64Array(8),
  seconds: Float64Array.of(0, 10, 0, 40, 0, 10, 0, 40),
  line: new Uint32Array(8),
};

describe('the pass that a tool is in', () => {
  it('is counted line by line for a blade, and begins anew with the next line', () => {
    const at = (seconds: number) => passAt(trace, seconds, 4, false);
    expect([0, 5, 10, 19.9, 20, 39, 49.9, 55, 61, 99, 100].map(at)).toEqual([1, 1, 1, 1, 2, 3, 4, 1, 1, 4, 4]);
  });

  it('is counted over all of the work for a beam', () => {
    const at = (seconds: number) => passAt(trace, seconds, 2, true);
    expect([0, 49, 55, 61, 100].map(at)).toEqual([1, 1, 2, 2, 2]);
  });
});
