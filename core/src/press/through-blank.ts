import type { FamilyName } from '../materials';
import { heatRate } from '../recipes';

/** Thermal diffusivity, mm²/s: textbook values at room temperature, to a digit. What is laid on is of the order of cloth. */
const DIFFUSIVITY: Readonly<Record<FamilyName, number>> = {
  vinyl: 0.09,
  film: 0.1,
  sticker: 0.1,
  stencil: 0.1,
  fabric: 0.1,
  leather: 0.11,
  wood: 0.15,
  bamboo: 0.16,
  acrylic: 0.11,
  card: 0.12,
  'ink-paper': 0.12,
  foil: 0.1,
  metal: 12,
};
const ROOM_C = 22;
const SLICES = 48;
const SERIES_TERMS = 6;

/** What is between the two sides of a blank. */
export interface Slab {
  /** Nothing, where it is not known. */
  thicknessMm?: number;
  family?: FamilyName;
}

/**
 * The far side of a blank under a hot plate, °C: a slab that is suddenly hot on one side and lies on a pad that takes no heat
 * (Carslaw and Jaeger, Conduction of Heat in Solids, 3.4).
 * @param seconds since the plate came down
 * @example farSideCelsius(195, 60, { thicknessMm: 3, family: 'acrylic' }) // 159
 */
export function farSideCelsius(plateC: number, seconds: number, { thicknessMm = 0, family = 'fabric' }: Slab): number {
  const fourier = (DIFFUSIVITY[family] * seconds) / thicknessMm ** 2;
  if (thicknessMm <= 0 || fourier > 8) return plateC;
  // The series converges too slowly for the first moment, in which nothing has come through.
  if (fourier < 0.03) return ROOM_C;
  let sum = 0;
  for (let n = 0; n < SERIES_TERMS; n++) {
    const odd = 2 * n + 1;
    sum += ((n % 2 === 0 ? 1 : -1) / odd) * Math.exp((-(odd ** 2) * Math.PI ** 2 * fourier) / 4);
  }
  return plateC - ((plateC - ROOM_C) * 4 * sum) / Math.PI;
}

/**
 * What of a pressing reaches the other side of a blank, in seconds at 150 °C: the Arrhenius dose of the far side while the plate is
 * down.
 * @example heatThrough(195, 60, { thicknessMm: 0 }) // as much as under the plate
 */
export function heatThrough(plateC: number, seconds: number, slab: Slab): number {
  if (!slab.thicknessMm) return seconds * heatRate(plateC);
  const slice = seconds / SLICES;
  let sum = 0;
  for (let i = 0; i < SLICES; i++) sum += slice * heatRate(farSideCelsius(plateC, (i + 0.5) * slice, slab));
  return sum;
}
