import { planPhases, planPress, type HeatLayer } from '../press';
import { leftSeconds, spentSeconds, turnTimer, wasForgotten, type PressTimer } from './index';

const layer: HeatLayer = {
  id: 'a',
  name: 'Film',
  temperatureC: 150,
  dwellSeconds: 20,
  pressure: null,
  evidence: [],
  temper: 'violet',
  heatLimitC: 170,
};
const { plan } = planPress({
  layers: [layer],
  ground: { id: 'shirt', name: 'Jersey', heatLimitC: 180 },
  press: {
    temperatures: Array.from({ length: 161 }, (_, i) => ({ dial: 60 + i, celsius: 60 + i })),
    leastSeconds: 1,
    mostSeconds: 300,
    pressure: null,
  },
});

describe('a press timer', () => {
  const timer: PressTimer = {
    phases: planPhases(plan!, {
      kind: 'clam-press',
      places: 1,
      isOpenWeave: false,
      isWarm: true,
      handling: [{ layerId: 'a', preheatSeconds: 5, secondSeconds: 5, peel: 'cold', cover: 1 }],
    }),
    state: 'waiting',
    at: 0,
    since: null,
    doneBefore: 0,
    took: [],
  };

  it('goes by the clock of whoever asks, and over where nobody lifts the plate', () => {
    const going = turnTimer(timer, 'start', 1_000_000)!;
    expect(leftSeconds(going, 1_002_000)).toBe(3);
    expect(leftSeconds(going, 1_009_500)).toBe(-4.5);
    const next = turnTimer(going, 'next', 1_009_500)!;
    expect(next).toMatchObject({ at: 1, took: [9.5] });
  });

  it('knows that a plate was forgotten over night', () => {
    const going = turnTimer(timer, 'start', 0)!;
    expect(wasForgotten(turnTimer(going, 'next', 60_000)!)).toBe(false);
    expect(wasForgotten(turnTimer(going, 'next', 86_400_000)!)).toBe(true);
  });

  it('takes a long wait with the plate up for no forgotten plate, and only far more than was wished', () => {
    let now = turnTimer(timer, 'start', 0)!;
    while (now.phases[now.at].isDown) now = turnTimer(now, 'next', 0)!;
    expect(wasForgotten(turnTimer(now, 'next', 86_400_000)!)).toBe(false);
    const [{ seconds }] = timer.phases;
    const going = turnTimer(timer, 'start', 0)!;
    expect(wasForgotten(turnTimer(going, 'next', (seconds + 600) * 1000)!)).toBe(false);
    expect(wasForgotten(turnTimer(going, 'next', (seconds + 601) * 1000)!)).toBe(true);
  });

  it('passes over what is only done if a corner lifts, also from a pause', () => {
    let now = turnTimer(timer, 'start', 0)!;
    while (!now.phases[now.at].isOnlyIfNeeded) now = turnTimer(now, 'next', 0)!;
    const passed = turnTimer(turnTimer(now, 'pause', 1000)!, 'skip', 2000);
    expect(passed).toMatchObject({ at: now.at + 1, took: [...now.took, 0] });
    expect(['running', 'done']).toContain(passed!.state);
    expect(turnTimer(timer, 'skip', 0)).toBeNull();
  });

  it('keeps what was done before a pause, and cannot be paused twice', () => {
    const going = turnTimer(timer, 'start', 0)!;
    const held = turnTimer(going, 'pause', 2000)!;
    expect(spentSeconds(held, 900_000)).toBe(2);
    expect(turnTimer(held, 'pause', 3000)).toBeNull();
    expect(leftSeconds(turnTimer(held, 'resume', 60_000)!, 61_000)).toBe(2);
  });

  it('passes over only what is done if a corner lifts', () => {
    let now = turnTimer(timer, 'start', 0)!;
    expect(turnTimer(now, 'skip', 0)).toBeNull();
    while (!now.phases[now.at].isOnlyIfNeeded) now = turnTimer(now, 'next', 0)!;
    const passed = turnTimer(now, 'skip', 0)!;
    expect([passed.at, passed.took.at(-1)]).toEqual([now.at + 1, 0]);
    while (now.state !== 'done') now = turnTimer(now, 'next', 0)!;
    expect(now.took).toHaveLength(timer.phases.length);
    expect(turnTimer(now, 'next', 0)).toBeNull();
  });
});
