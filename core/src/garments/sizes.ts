/** What a garment measures, laid out flat, mm. */
export interface GarmentMeasures {
  /** From armpit to armpit. */
  chestWidthMm: number;
  /** From the shoulder, at the neck, to the hem. */
  lengthMm: number;
  neckWidthMm: number;
  /** How far the front of the neckline lies below the shoulder at the neck. */
  neckDropMm: number;
  sleeveLengthMm: number;
  /** Of the sleeve, laid flat, where it is widest. */
  sleeveWidthMm: number;
}

/** How far the back of a neckline lies below the shoulder at the neck, mm: less on what is very short. */
export const backNeckOf = ({ lengthMm }: Pick<GarmentMeasures, 'lengthMm'>): number => Math.min(20, 0.05 * lengthMm);

export interface GarmentSize extends GarmentMeasures {
  name: string;
  group: 'child' | 'unisex' | 'own';
}

/** Child sizes by height in cm; unisex from extra small to twice extra large: of our own shirts, laid flat and measured. */
const TABLE: readonly (readonly [GarmentSize['group'], string, number, number, number, number, number, number])[] = [
  ['child', '104', 320, 430, 135, 55, 125, 130],
  ['child', '116', 350, 470, 140, 60, 135, 140],
  ['child', '128', 380, 510, 145, 65, 150, 150],
  ['child', '140', 410, 550, 150, 70, 165, 160],
  ['child', '152', 440, 600, 155, 75, 180, 170],
  ['unisex', 'XS', 460, 660, 165, 85, 195, 180],
  ['unisex', 'S', 490, 690, 170, 90, 205, 190],
  ['unisex', 'M', 520, 720, 175, 95, 215, 200],
  ['unisex', 'L', 560, 740, 180, 100, 225, 210],
  ['unisex', 'XL', 600, 760, 185, 105, 235, 220],
  ['unisex', 'XXL', 640, 780, 190, 110, 245, 230],
];

export const GARMENT_SIZES: readonly GarmentSize[] = TABLE.map(
  ([group, name, chestWidthMm, lengthMm, neckWidthMm, neckDropMm, sleeveLengthMm, sleeveWidthMm]) => ({
    group,
    name,
    chestWidthMm,
    lengthMm,
    neckWidthMm,
    neckDropMm,
    sleeveLengthMm,
    sleeveWidthMm,
  }),
);

/** The size of that name. @throws RangeError for one that is not in the table */
export function sizeOf(name: string): GarmentSize {
  const size = GARMENT_SIZES.find((one) => one.name === name);
  if (!size)
    throw new RangeError(
      `A size among ${GARMENT_SIZES.map((one) => one.name).join(', ')} was expected; “${name}” came.`,
    );
  return size;
}

/**
 * A garment as somebody measured it.
 * @throws RangeError with what was expected and what came, where a measure cannot be
 */
export function ownSize(name: string, measures: GarmentMeasures): GarmentSize {
  for (const [field, value] of Object.entries(measures) as [keyof GarmentMeasures, number][])
    if (!(value >= 20 && value <= 2000))
      throw new RangeError(`A measure from 20 to 2000 mm was expected for ${MEASURE_LABELS[field]}; ${value} came.`);
  if (measures.neckWidthMm >= measures.chestWidthMm)
    throw new RangeError(
      `A neckline narrower than the chest (${measures.chestWidthMm} mm) was expected; ${measures.neckWidthMm} mm came.`,
    );
  if (measures.neckDropMm >= measures.lengthMm / 2)
    throw new RangeError(
      `A neckline that ends in the upper half of its length (${measures.lengthMm} mm) was expected; ${measures.neckDropMm} mm came.`,
    );
  return { group: 'own', name, ...measures };
}

export const MEASURE_LABELS: Readonly<Record<keyof GarmentMeasures, string>> = {
  chestWidthMm: 'chest, laid flat',
  lengthMm: 'length from the shoulder',
  neckWidthMm: 'width of the neckline',
  neckDropMm: 'depth of the neckline',
  sleeveLengthMm: 'length of the sleeve',
  sleeveWidthMm: 'width of the sleeve',
};
