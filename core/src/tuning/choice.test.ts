import { mostTelling, score, type Ending } from './choice';
import type { World } from './posterior';

/** A world whose window lies around a middle. */
const world = (width: number, noise: number, middle = 0): World => ({
  marks: [middle - width / 2 - 0.3, middle - width / 2, middle + width / 2, middle + width / 2 + 0.3],
  sharpness: 1 / noise,
  slopes: Float64Array.of(1),
  gamma: 0.5,
});
// Right lies around nought for sure; but in one world of ten the scatter covers the window.
const worlds = [
  ...Array.from({ length: 90 }, () => world(0.4, 0.01)),
  ...Array.from({ length: 10 }, () => world(0.06, 0.05)),
];
const clear = Uint8Array.from(worlds, (_, i) => Number(i < 90));
const MIDDLE = 20;
const ASIDE = 22;
const dial = { name: 'force', min: 1, max: 40, step: 1, effect: 'raises' } as const;
const candidate = (force: number) => ({
  setting: { force },
  coordinates: [0.07 * (force - MIDDLE)],
  turnsAside: false,
});
const looked = score([MIDDLE, ASIDE].map(candidate), worlds);
const chosen = (ending: Partial<Ending>) =>
  mostTelling(looked, [dial], { isRightSeen: true, marks: null, clear, ...ending }).setting.force;

describe('the next trial', () => {
  it('is the likelier one where it cannot be the last', () => {
    expect(chosen({ marks: null })).toBe(MIDDLE);
  });

  it('is the likelier one where being right there would be enough', () => {
    expect(chosen({ marks: { placed: 0.8, clear: 0.85 } })).toBe(MIDDLE);
  });

  it('lies towards the edge where only that can show that the window is wider than the scatter', () => {
    // Right in the middle leaves 5 % of doubt, right aside hardly any.
    expect(chosen({ marks: { placed: 0.8, clear: 0.985 } })).toBe(ASIDE);
  });

  it('does not count on ending where the place stays open', () => {
    // Between two windows: right there shows that there is one, but not which.
    const BETWEEN = 23;
    const two = [
      ...Array.from({ length: 55 }, () => world(0.4, 0.01)),
      ...Array.from({ length: 35 }, () => world(0.4, 0.01, 0.39)),
      ...worlds.slice(90),
    ];
    const pair = score([candidate(MIDDLE), { ...candidate(BETWEEN), coordinates: [0.195] }], two);
    const chosenWith = (placed: number) =>
      mostTelling(pair, [dial], { isRightSeen: true, marks: { placed, clear: 0.985 }, clear }).setting.force;
    expect(chosenWith(0.5)).toBe(BETWEEN);
    expect(chosenWith(0.9)).toBe(MIDDLE);
  });

  it('does not count on ending with what was never right', () => {
    const TOO_MUCH = 23;
    const three = score([TOO_MUCH, MIDDLE, ASIDE].map(candidate), worlds);
    const chosenOf = (isRightSeen: boolean) =>
      mostTelling(three, [dial], { isRightSeen, marks: { placed: 0.8, clear: 0.75 }, clear }).setting.force;
    // Too much as a rule: however it comes out, it would be proof enough, had anything been right before.
    expect(chosenOf(true)).toBe(TOO_MUCH);
    expect(chosenOf(false)).toBe(MIDDLE);
  });
});
