import fc from 'fast-check';
import { planPhases, planPress, planSeconds, platePlaces, warmUpSeconds, type Handling, type HeatLayer } from './index';

const PRESS = {
  temperatures: Array.from({ length: 161 }, (_, i) => ({ dial: 60 + i, celsius: 60 + i })),
  leastSeconds: 1,
  mostSeconds: 300,
  pressure: null,
};
const film = (id: string, side: 'front' | 'back' = 'front'): HeatLayer => ({
  id,
  name: id,
  temperatureC: 150,
  dwellSeconds: 20,
  pressure: null,
  evidence: [{ outcome: 'right', temperatureC: 150, dwellSeconds: 20, pressure: null }],
  temper: 'violet',
  heatLimitC: 170,
  side,
});
const handling = (layerId: string, over: Partial<Handling> = {}): Handling => ({
  layerId,
  preheatSeconds: 5,
  secondSeconds: 5,
  peel: 'cold',
  cover: 1,
  ...over,
});
const shirt = { id: 'shirt', name: 'Jersey', heatLimitC: 180 };
const planned = (...layers: HeatLayer[]) => planPress({ layers, ground: shirt, press: PRESS }).plan!;
const wish = { kind: 'clam-press', places: 1, isOpenWeave: false } as const;

describe('the phases of a pressing', () => {
  it('lead from the cold press to the second pressing after the peel', () => {
    const phases = planPhases(planned(film('a')), { ...wish, handling: [handling('a')] });
    expect(phases.map(({ kind }) => kind)).toEqual([
      'warm-up',
      'preheat',
      'lay',
      'press',
      'weigh',
      'lift-corner',
      'press-again',
      'peel',
      'press',
    ]);
    const under = phases.filter(({ isDown, isOnlyIfNeeded, kind }) => isDown && !isOnlyIfNeeded && kind === 'press');
    expect(under.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(planned(film('a')).pressings[0].dwellSeconds);
    expect(phases[0].seconds).toBe(warmUpSeconds('clam-press', 150));
  });

  it('leave out the warming of a press that is warm, and do not count what is only done if a corner lifts', () => {
    const phases = planPhases(planned(film('a')), { ...wish, isWarm: true, handling: [handling('a')] });
    expect(phases[0].kind).toBe('preheat');
    const again = phases.find(({ kind }) => kind === 'press-again')!;
    expect(planSeconds(phases)).toBe(phases.reduce((sum, { seconds }) => sum + seconds, 0) - again.seconds);
  });

  it('press again for longer on an open weave, and never for more than the film takes', () => {
    const again = (isOpenWeave: boolean) =>
      planPhases(planned(film('a')), { ...wish, isOpenWeave, handling: [handling('a')] }).find(
        ({ kind }) => kind === 'press-again',
      )!.seconds;
    expect(again(true)).toBeGreaterThanOrEqual(again(false));
    const [{ window, gotSeconds }] = planned(film('a')).heat;
    expect(again(true)).toBeLessThanOrEqual(window.toSeconds - gotSeconds);
  });

  it('turn a blank over once it is stiff, and press its back by itself', () => {
    const plan = planned(film('front'), { ...film('back', 'back') });
    expect(plan.pressings.map(({ layers }) => layers)).toEqual([['front'], ['back']]);
    const phases = planPhases(plan, {
      ...wish,
      handling: [handling('front', { peel: 'hot' }), handling('back', { side: 'back', peel: 'hot' })],
    });
    const turn = phases.findIndex(({ kind }) => kind === 'turn-over');
    expect(phases[turn - 1]).toMatchObject({ kind: 'weigh', seconds: 120 });
    expect(phases.filter(({ kind }) => kind === 'peel').map(({ peel }) => peel)).toEqual(['hot', 'hot']);
    // The second side is soft again, too.
    expect(phases.at(-1)).toMatchObject({ kind: 'weigh', seconds: 120, layerIds: ['back'] });
  });

  it('never press a print of ink again: it would ghost', () => {
    const phases = planPhases(planned(film('a')), { ...wish, handling: [handling('a', { isPressedOnce: true })] });
    expect(phases.map(({ kind }) => kind)).not.toContain('press-again');
    expect(phases.map(({ kind }) => kind)).not.toContain('lift-corner');
  });

  it('count each place of a small plate, and wait for it to come back', () => {
    const phases = planPhases(planned(film('a')), {
      ...wish,
      places: 3,
      handling: [handling('a', { secondSeconds: 0 })],
    });
    expect(phases.flatMap(({ kind, place }) => (kind === 'press' ? [place] : []))).toEqual([
      { turn: 1, of: 3 },
      { turn: 2, of: 3 },
      { turn: 3, of: 3 },
    ]);
    expect(phases.filter(({ kind }) => kind === 'recover')).toHaveLength(2);
  });
});

describe('a plate smaller than the design', () => {
  it.each([
    [286, 100, 150, 150, 3],
    [482, 103, 242, 99, 6],
    [250, 120, 150, 150, 2],
    [120, 120, 150, 150, 1],
    [250, 250, 150, 150, 4],
  ])(
    'presses %s × %s mm under %s × %s mm as often as the plates lie over one place',
    (width, height, w, l, overlaps) => {
      expect(platePlaces({ widthMm: width, heightMm: height }, { widthMm: w, lengthMm: l }).overlaps).toBe(overlaps);
    },
  );

  it('is set down evenly, with seams', () => {
    expect(platePlaces({ widthMm: 250, heightMm: 120 }, { widthMm: 150, lengthMm: 150 })).toEqual({
      places: [
        { x: 0, y: -15 },
        { x: 100, y: -15 },
      ],
      overlaps: 2,
    });
    expect(() => platePlaces({ widthMm: 0, heightMm: 3 }, { widthMm: 150, lengthMm: 150 })).toThrow('0 × 3 mm came');
  });

  it('covers the whole of any design', () => {
    const size = fc.integer({ min: 1, max: 900 });
    fc.assert(
      fc.property(size, size, fc.integer({ min: 60, max: 400 }), (widthMm, heightMm, side) => {
        const { places } = platePlaces({ widthMm, heightMm }, { widthMm: side, lengthMm: side });
        for (const x of [0, widthMm / 2, widthMm])
          for (const y of [0, heightMm / 3, heightMm])
            expect(
              places.some(
                (at) => x >= at.x - 1e-6 && x <= at.x + side + 1e-6 && y >= at.y - 1e-6 && y <= at.y + side + 1e-6,
              ),
            ).toBe(true);
      }),
      { numRuns: 100 },
    );
  });
});
