import { planPhases, planPress, planSeconds, type HeatLayer } from '../press';
import type { PressTimer } from '../timers';
import { plateNow, pressedOnPlate } from './index';

const film = (id: string): HeatLayer => ({
  id,
  name: id,
  temperatureC: 155,
  dwellSeconds: 20,
  pressure: null,
  evidence: [{ outcome: 'right', temperatureC: 155, dwellSeconds: 20, pressure: null }],
  temper: 'violet',
  heatLimitC: 170,
});
const planned = (kind: 'clam-press' | 'hand-press', places: number, isWarm: boolean) =>
  planPhases(
    planPress({
      layers: [film('white'), film('gold')],
      ground: { id: 'jersey', name: 'Jersey', heatLimitC: 165 },
      press: {
        temperatures: Array.from({ length: 121 }, (_, i) => ({ dial: 80 + i, celsius: 80 + i })),
        leastSeconds: 1,
        mostSeconds: 300,
        pressure: null,
      },
    }).plan!,
    {
      kind,
      places,
      isOpenWeave: false,
      isWarm,
      handling: ['white', 'gold'].map((layerId) => ({
        layerId,
        preheatSeconds: 5,
        secondSeconds: 5,
        peel: 'cold',
        cover: 1,
      })),
    },
  );

describe('a press that is not there', () => {
  it.each(['clam-press', 'hand-press'] as const)('takes what was reckoned, within 2 %, from cold: %s', (kind) => {
    for (const places of [1, 3])
      for (let seed = 1; seed <= 10; seed++) {
        const phases = planned(kind, places, false);
        const { seconds } = pressedOnPlate(kind, phases, seed);
        expect(Math.abs(seconds / planSeconds(phases) - 1)).toBeLessThan(0.02);
      }
  });

  it('takes what was reckoned while it is warm, hands and all', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const phases = planned('clam-press', 1, true);
      expect(Math.abs(pressedOnPlate('clam-press', phases, seed).seconds / planSeconds(phases) - 1)).toBeLessThan(0.02);
    }
  });

  it('gives less than was dialled where nobody waits for it to come back', () => {
    const waited = planned('clam-press', 3, true);
    const hurried = waited.filter(({ kind }) => kind !== 'recover');
    const heatOf = (phases: typeof waited) => pressedOnPlate('clam-press', phases, 3).heat.gold;
    expect(heatOf(hurried)).toBeLessThan(0.97 * heatOf(waited));
  });
});

describe('what a plate says while it is pressed with', () => {
  const phases = planned('clam-press', 1, false);
  const timer = (over: Partial<PressTimer>): PressTimer => ({
    phases,
    state: 'running',
    at: 0,
    since: 0,
    doneBefore: 0,
    took: [],
    ...over,
  });
  const [{ seconds: warmUp, celsius }] = phases;
  const after = (seconds: number) => plateNow('clam-press', timer({}), 5, seconds * 1000);

  it('is cold at first, warms up, swings over, and is ready about when the plan says', () => {
    expect(after(0).shownC).toBeCloseTo(22, 6);
    expect(after(0).isReady).toBe(false);
    expect(Math.abs(after(0).readyInSeconds! - warmUp)).toBeLessThan(0.05 * warmUp);
    const half = after(warmUp / 2);
    expect(half.shownC).toBeGreaterThan(60);
    expect(half.shownC).toBeLessThan(celsius!);
    const over = Array.from({ length: 80 }, (_, i) => after(warmUp - 60 + i).shownC - celsius!);
    expect(Math.max(...over)).toBeGreaterThan(0.4);
    expect(after(warmUp + 60)).toMatchObject({ isReady: true, dialledC: celsius, readyInSeconds: 0 });
  });

  it('falls where a cold blank comes under it, and comes back', () => {
    const press = phases.findIndex(({ kind }) => kind === 'press');
    const took = phases.slice(0, press).map(({ seconds }) => seconds + 60);
    const at = (seconds: number) => plateNow('clam-press', timer({ at: press, took }), 5, seconds * 1000).shownC;
    expect(at(4)).toBeLessThan(celsius! - 2);
    expect(at(60)).toBeGreaterThan(at(4) + 2);
  });

  it('is ready at once where the press was warm, and as it was where somebody paused', () => {
    const warm = planned('clam-press', 1, true);
    expect(plateNow('clam-press', timer({ phases: warm }), 5, 0)).toMatchObject({ isReady: true, readyInSeconds: 0 });
    const paused = timer({ state: 'paused', since: null, doneBefore: 200_000 });
    expect(plateNow('clam-press', paused, 5, 999_000)).toEqual(after(200));
  });

  it('stays as it is while nobody has looked for a day', () => {
    expect(Math.abs(after(86_400).shownC - celsius!)).toBeLessThan(2);
  });
});
