/** A thickness with its spread, in mm. */
export interface MeasuredThickness {
  thicknessMm: number;
  /** Standard deviation between places on the material; null where it was measured once. */
  spreadMm: number | null;
}

/**
 * Thickness and spread from readings with calipers at several places: their mean and sample standard deviation.
 * @throws RangeError where there is no reading, or one is not above 0
 * @example thicknessFrom([2.9, 3.0, 3.1]) // { thicknessMm: 3, spreadMm: 0.1 }
 */
export function thicknessFrom(readingsMm: number[]): MeasuredThickness {
  if (readingsMm.length === 0) throw new RangeError('Measure the thickness at least once.');
  const wrong = readingsMm.find((reading) => !(reading > 0 && Number.isFinite(reading)));
  if (wrong !== undefined) throw new RangeError(`A thickness is a number of mm above 0; ${wrong} was given.`);
  const mean = readingsMm.reduce((sum, reading) => sum + reading, 0) / readingsMm.length;
  const square = readingsMm.reduce((sum, reading) => sum + (reading - mean) ** 2, 0);
  const tidy = (value: number) => Number(value.toFixed(4));
  return {
    thicknessMm: tidy(mean),
    spreadMm: readingsMm.length > 1 ? tidy(Math.sqrt(square / (readingsMm.length - 1))) : null,
  };
}
