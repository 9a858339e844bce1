import { coordinates, onStep } from './coordinates';
import type { Setting, TunedDial } from './tuner-spec';

/** A setting that could be tried. */
export interface Candidate {
  setting: Setting;
  coordinates: number[];
  /** Whether a dial is turned beside the first one: what one learns from it is mixed with what that dial does. */
  turnsAside: boolean;
}

/** So many values of a dial are looked at, spread over its range. */
const MAIN_VALUES = 48;
const SIDE_VALUES = 7;

/**
 * Settings on the dials' steps among which the next one is chosen: the first free dial over its whole range, alone and
 * with each other free dial moved by itself, around the setting that is best so far. The first dial is the one to turn;
 * the others come in where its steps are too coarse or its range does not reach.
 */
export function candidates(
  dials: readonly TunedDial[],
  start: Setting,
  around: Setting,
  free: readonly TunedDial[],
): Candidate[] {
  const [main, ...others] = free;
  const found = new Map<string, Candidate>();
  const add = (setting: Setting) => {
    const key = dials.map((dial) => setting[dial.name]).join(' ');
    const turnsAside = others.some(({ name }) => setting[name] !== around[name]);
    if (!found.has(key)) found.set(key, { setting, coordinates: coordinates(dials, start, setting), turnsAside });
  };
  for (const value of valuesOf(main, around[main.name], MAIN_VALUES)) {
    const base = { ...around, [main.name]: value };
    add(base);
    for (const other of others)
      for (const otherValue of valuesOf(other, around[other.name], SIDE_VALUES))
        add({ ...base, [other.name]: otherValue });
  }
  add({ ...start });
  return [...found.values()];
}

/** Values of a dial: all of them where they are few, else its neighbours by steps and the rest by even ratios. */
function valuesOf(dial: TunedDial, around: number, most: number): number[] {
  const count = Math.floor((dial.max - dial.min) / dial.step + 1e-9) + 1;
  if (count <= most) return Array.from({ length: count }, (_, i) => onStep(dial, dial.min + i * dial.step));
  const near = Math.floor(most / 3);
  const values = new Set<number>();
  for (let i = -near; i <= near; i++) values.add(onStep(dial, around + i * dial.step));
  const low = Math.max(dial.min, dial.step);
  const far = most - values.size;
  for (let i = 0; i < far; i++) values.add(onStep(dial, low * (dial.max / low) ** (i / Math.max(1, far - 1))));
  return [...values].sort((a, b) => a - b);
}
