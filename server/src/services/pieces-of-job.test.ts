import type { PartView } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import { contourOf, smallPiecesOf } from './pieces-of-job';

const triangle = (side: number): CurveContour => ({
  start: [0, 0],
  segments: [
    ['L', side, 0],
    ['L', 0, side],
  ],
  closed: true,
});
const partOf = (...contours: CurveContour[]) => ({ contours }) as PartView;

describe('what hands have to do', () => {
  it('goes along the contours themselves, not round their boxes', () => {
    const half = { ...triangle(10), closed: false };
    expect(contourOf({ parts: [partOf(triangle(10)), partOf(half)] })).toBeCloseTo(20 + Math.hypot(10, 10) * 2 + 10, 6);
  });

  it('minds pieces that are small by what they cover', () => {
    // The box of the first is 49 mm², the triangle in it half of that.
    expect(smallPiecesOf({ parts: [partOf(triangle(7), triangle(9))] })).toBe(1);
    expect(smallPiecesOf({ parts: [partOf({ ...triangle(2), closed: false })] })).toBe(0);
  });
});
