import type { Setting, TunedDial } from './tuner-spec';

/** Logarithm of a dial's number, with its sign; a scale that begins at nought is moved by half a step. */
export function coordinate({ min, step, effect }: TunedDial, value: number): number {
  const shifted = min > 0 ? value : value - min + step / 2;
  return (effect === 'raises' ? 1 : -1) * Math.log(Math.max(shifted, step / 2));
}

/** Every dial's coordinate less that of the start. */
export function coordinates(dials: readonly TunedDial[], start: Setting, setting: Setting): number[] {
  return dials.map(
    (dial) => coordinate(dial, setting[dial.name] ?? start[dial.name]) - coordinate(dial, start[dial.name]),
  );
}

/** The value on the dial's steps nearest to `value`, within its range. */
export function onStep({ min, max, step }: TunedDial, value: number): number {
  const steps = Math.min(
    Math.round((Math.min(Math.max(value, min), max) - min) / step),
    Math.floor((max - min) / step + 1e-9),
  );
  return Number((min + steps * step).toFixed(9));
}
