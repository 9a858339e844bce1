import fc from 'fast-check';
import { planPasses, toneCurve, valueForTone } from './index';
import { ladderValues } from './tone';

describe('a tone curve', () => {
  it('goes through a ladder that is in order', () => {
    const patches = [10, 20, 40, 80].map((value, i) => ({ value, darkness: [0.1, 0.3, 0.6, 0.9][i] }));
    expect(toneCurve(patches).map(({ darkness }) => darkness)).toEqual([0.1, 0.3, 0.6, 0.9]);
    expect(toneCurve(patches).every(({ spread }) => spread === 0.03)).toBe(true);
  });

  it('pools patches that are out of order, and is less sure of all of them', () => {
    const curve = toneCurve([
      { value: 1, darkness: 0.2 },
      { value: 2, darkness: 0.5 },
      { value: 3, darkness: 0.3 },
      { value: 4, darkness: 0.8 },
    ]);
    expect(curve.map(({ darkness }) => darkness)).toEqual([0.2, 0.4, 0.4, 0.8]);
    expect(curve[0].spread).toBeCloseTo(Math.sqrt(0.02 / 4), 9);
    expect(curve[1].spread).toBeCloseTo(Math.sqrt(0.02 / 4) / Math.SQRT2, 9);
  });

  it('never gets lighter, and keeps the mean, whatever was scored', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 }), (scores) => {
        const curve = toneCurve(scores.map((darkness, value) => ({ value, darkness })));
        curve.forEach(({ darkness }, i) => i && expect(darkness).toBeGreaterThanOrEqual(curve[i - 1].darkness - 1e-12));
        const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
        expect(mean(curve.map(({ darkness }) => darkness))).toBeCloseTo(mean(scores), 9);
      }),
    );
  });

  it('runs the other way where more of the dial is lighter', () => {
    expect(
      toneCurve(
        [
          { value: 1000, darkness: 0.8 },
          { value: 3000, darkness: 0.2 },
        ],
        'lowers',
      ).map(({ value }) => value),
    ).toEqual([3000, 1000]);
  });

  it('says what to dial in for a darkness', () => {
    const curve = toneCurve([
      { value: 10, darkness: 0.1 },
      { value: 30, darkness: 0.5 },
      { value: 60, darkness: 0.9 },
    ]);
    expect(valueForTone(curve, 0.3)).toBeCloseTo(20, 9);
    expect([valueForTone(curve, 0), valueForTone(curve, 1)]).toEqual([10, 60]);
    expect(() => valueForTone([], 0.5)).toThrow('no points');
  });

  it.each([
    [[{ value: 1, darkness: 0.5 }], 'two patches at least'],
    [
      [
        { value: 1, darkness: 0.5 },
        { value: 2, darkness: 1.5 },
      ],
      'from 0 to 1; 1.5 came',
    ],
    [
      [
        { value: 1, darkness: 0.5 },
        { value: 1, darkness: 0.6 },
      ],
      'a value of its own',
    ],
  ])('is refused in words', (patches, sentence) => {
    expect(() => toneCurve(patches)).toThrow(sentence);
  });

  it('has a ladder of even ratios on the dial’s steps, each once', () => {
    expect(ladderValues({ min: 5, max: 100, step: 1 }, 60, 5)).toEqual([9, 14, 23, 37, 60]);
    expect(ladderValues({ min: 1, max: 3, step: 1 }, 3, 8)).toEqual([1, 2, 3]);
    const slower = ladderValues({ min: 500, max: 6000, step: 50 }, 1000, 4, 'lowers');
    expect(slower[0]).toBe(6000);
    expect(slower[3]).toBe(1000);
  });
});

describe('a pass plan', () => {
  it('goes on until it is through, deeper each time, and says where to look', () => {
    const plan = planPasses(3, 6, (passes) => [0, 0.3, 0.95][passes - 1]);
    expect(plan).toEqual({ passes: 3, lookAfter: 2, depthsMm: [1, 2, 3.1], through: [0, 0.3, 0.95] });
  });

  it('is a single pass where that is enough, and none where nothing is', () => {
    expect(planPasses(0.3, 4, () => 0.97)).toMatchObject({ passes: 1, lookAfter: 1, depthsMm: [0.4] });
    expect(planPasses(30, 4, () => 0.5)).toBeNull();
  });
});
