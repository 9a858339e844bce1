import type { OnGarment } from './place-on';
import type { GarmentSize } from './sizes';

/** The measures of a placement ruler that lays something where it goes on this garment: the shelf draws it from them. */
export function rulerFor(
  size: GarmentSize,
  on: OnGarment,
): { side: number; down: number; neck: number; dip: number; inches: number } {
  return {
    side: Math.min(
      400,
      Math.max(size.neckWidthMm / 2 + 10, Math.ceil((on.widthMm / 2 + Math.abs(on.asideMm) + 20) / 5) * 5),
    ),
    down: Math.max(30, Math.min(600, on.distanceMm)),
    neck: Math.min(400, size.neckWidthMm),
    dip: Math.min(on.distanceMm > 20 ? 20 : 10, Math.round(size.neckDropMm / 4)),
    inches: 0,
  };
}
