/** Where the plate is set down, from the design's upper left corner, mm. */
export interface PlatePlace {
  x: number;
  y: number;
}

export interface PlatePlaces {
  places: PlatePlace[];
  /** How often the most pressed place of the design is pressed, counted as the plates lie: 1, 2 along a seam, more where several meet. */
  overlaps: number;
}

/** Neighbouring places of a plate lie over each other by so much, mm: its rim is cooler. */
const SEAM_MM = 15;

/**
 * How a plate is set down, evenly and with overlapping seams, so that all of a design is pressed.
 * @throws RangeError where a size is not above 0, or the plate is narrower than two seams
 * @example platePlaces({ widthMm: 250, heightMm: 120 }, { widthMm: 150, lengthMm: 150 }).places // [{ x: 0, y: 0 }, { x: 100, y: 0 }]
 */
export function platePlaces(
  design: { widthMm: number; heightMm: number },
  plate: { widthMm: number; lengthMm: number },
): PlatePlaces {
  if (!(design.widthMm > 0 && design.heightMm > 0))
    throw new RangeError(`A design of some size was expected; ${design.widthMm} × ${design.heightMm} mm came.`);
  if (Math.min(plate.widthMm, plate.lengthMm) <= 2 * SEAM_MM)
    throw new RangeError(
      `A plate wider than ${2 * SEAM_MM} mm was expected; ${plate.widthMm} × ${plate.lengthMm} mm came.`,
    );
  const across = along(design.widthMm, plate.widthMm);
  const down = along(design.heightMm, plate.lengthMm);
  return {
    places: down.flatMap((y) => across.map((x) => ({ x, y }))),
    overlaps: mostAtOnce(across, plate.widthMm) * mostAtOnce(down, plate.lengthMm),
  };
}

/** Where the plate begins along one side; in the middle where once is enough. */
function along(lengthMm: number, plateMm: number): number[] {
  if (lengthMm <= plateMm) return [(lengthMm - plateMm) / 2];
  const count = Math.ceil((lengthMm - SEAM_MM) / (plateMm - SEAM_MM) - 1e-9);
  const step = (lengthMm - plateMm) / (count - 1);
  return Array.from({ length: count }, (_, i) => i * step);
}

/** Under how many of the plates the most covered place along one side lies; where two only touch, that is no place. */
const mostAtOnce = (from: readonly number[], plateMm: number): number =>
  Math.max(...from.map((start) => from.filter((other) => other <= start && other + plateMm > start + 1e-9).length));
