import type { World } from './posterior';
import { isProven, proofOf } from './proof';

/** A world whose window lies around `middle`; clear where it is wide beside the noise. */
const world = (middle: number, width: number, noise: number): World => ({
  marks: [middle - width / 2 - 0.3, middle - width / 2, middle + width / 2, middle + width / 2 + 0.3],
  sharpness: 1 / noise,
  slopes: Float64Array.of(1),
  gamma: 0.5,
});
const many = (count: number, one: World) => Array.from({ length: count }, () => one);
const FAR = { least: [-1], most: [1] };
const here = world(0, 0.2, 0.02);
const elsewhere = world(0.3, 0.2, 0.02);
const hopeless = world(0, 0.05, 0.05);

describe('how far a setting is proven', () => {
  it('tells a doubtful place from a doubtful window', () => {
    const proof = proofOf([...many(6, here), ...many(2, elsewhere), ...many(2, hopeless)], [0], FAR);
    expect(proof.sure).toBeCloseTo(0.6, 9);
    expect(proof.placed).toBeCloseTo(0.75, 9);
    expect(proof.clear).toBeCloseTo(0.8, 9);
  });

  it('does not call a window clear that the dials do not reach', () => {
    const worlds = [...many(6, here), ...many(4, world(2, 0.2, 0.02))];
    expect(proofOf(worlds, [0], FAR)).toMatchObject({ placed: 1, clear: 0.6 });
    expect(proofOf(worlds, [0], { least: [-1], most: [3] })).toMatchObject({ placed: 0.6, clear: 1 });
  });

  it('asks for both: one does not stand for the other', () => {
    expect(isProven(proofOf([...many(95, here), ...many(5, hopeless)], [0], FAR), 4)).toBe(true);
    // Well placed, in a window that may be narrower than the scatter.
    expect(isProven(proofOf([...many(75, here), ...many(25, hopeless)], [0], FAR), 4)).toBe(false);
    // A clear window, but perhaps not here.
    expect(isProven(proofOf([...many(80, here), ...many(20, elsewhere)], [0], FAR), 4)).toBe(false);
  });

  it('settles nothing on two trials, and asks for a clearer window the fewer there are', () => {
    const clearIn = (share: number) => proofOf([...many(share, here), ...many(100 - share, hopeless)], [0], FAR);
    const settles = (share: number) => [2, 3, 4, 5, 6, 7, 8, 14].map((trials) => isProven(clearIn(share), trials));
    expect(settles(100)).toEqual([false, true, true, true, true, true, true, true]);
    expect(settles(93)).toEqual([false, false, true, true, true, true, true, true]);
    expect(settles(92)).toEqual([false, false, false, false, true, true, true, true]);
    // The seventh may be the last; after it, it is rather hopeless than unlucky.
    expect(settles(86)).toEqual([false, false, false, false, false, true, false, false]);
    expect(settles(80)).toEqual(settles(100).map(() => false));
  });

  it('asks for a surer place from four trials on', () => {
    const proof = (share: number) => proofOf([...many(share, here), ...many(100 - share, elsewhere)], [0], FAR);
    const settles = (share: number) => [3, 4, 7].map((trials) => isProven(proof(share), trials));
    expect(settles(81)).toEqual([false, false, false]);
    expect(settles(85)).toEqual([true, false, false]);
    expect(settles(87)).toEqual([true, false, true]);
    expect(settles(91)).toEqual([true, true, true]);
  });

  it('proves nothing where nothing could be right', () => {
    expect(proofOf(many(10, hopeless), [0], FAR)).toEqual({ sure: 0, placed: 0, clear: 0 });
  });
});
