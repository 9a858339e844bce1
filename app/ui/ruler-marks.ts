import { formatNumber } from '@keen-anvil/core/units';

/** Figures of a ruler are so far from each other at least, px. */
const APART_PX = 44;
const MM_IN_INCH = 25.4;
/** How far apart the marks of a ruler may be, in its own unit. */
const STEPS = {
  mm: [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000],
  in: [0.125, 0.25, 0.5, 1, 2, 5, 10, 20, 50],
} as const;

export interface RulerMark {
  mm: number;
  /** What stands at it; the first one says the unit. */
  label: string;
}

/**
 * The marks of a ruler in mm or inches.
 * @param from where it begins, @param to where it ends, mm; @param scale px for each mm; @param least the nearest that its marks may be, mm
 */
export function rulerMarks(from: number, to: number, scale: number, unit: string, least = 0): RulerMark[] {
  const mmEach = unit === 'in' ? MM_IN_INCH : 1;
  const steps: readonly number[] = unit === 'in' ? STEPS.in : STEPS.mm;
  const every =
    steps.find((step) => step * mmEach * scale >= APART_PX && step * mmEach >= least) ?? steps[steps.length - 1];
  const start = Math.ceil(from / mmEach / every - 1e-9);
  const count = Math.min(200, Math.max(0, Math.floor(to / mmEach / every + 1e-9) - start + 1));
  return Array.from({ length: count }, (_, i) => {
    const value = (start + i) * every;
    const said = formatNumber(value, 3);
    return { mm: value * mmEach, label: value === 0 ? `0 ${unit === 'in' ? 'in' : 'mm'}` : said };
  });
}
