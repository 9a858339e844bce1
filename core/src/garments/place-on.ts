import { backNeckOf, type GarmentSize } from './sizes';

/** Where something goes on a garment. */
export const GARMENT_PLACES = ['front', 'left-breast', 'back-yoke', 'sleeve', 'pocket', 'hem'] as const;
export type GarmentPlace = (typeof GARMENT_PLACES)[number];

interface PlaceRow {
  label: string;
  /** From what its distance is counted. */
  from: string;
  side: 'front' | 'back' | 'sleeve';
  /** How wide it is at most, as a share of the chest, or of the sleeve. */
  widthShare: number;
  /** Wider than this it never is, mm. */
  mostWidthMm: number;
  /** How far its upper edge lies below the neckline (or above the hem), as a share of the length. */
  dropShare: number;
}

/** Rules of our own: by eye on a hundred shirts. */
const ROWS: Readonly<Record<GarmentPlace, PlaceRow>> = {
  front: {
    label: 'Front, centred',
    from: 'below the neckline',
    side: 'front',
    widthShare: 0.5,
    mostWidthMm: 300,
    dropShare: 0.1,
  },
  'left-breast': {
    label: 'Left breast',
    from: 'below the neckline',
    side: 'front',
    widthShare: 0.17,
    mostWidthMm: 100,
    dropShare: 0.1,
  },
  'back-yoke': {
    label: 'Back, between the shoulders',
    from: 'below the collar',
    side: 'back',
    widthShare: 0.52,
    mostWidthMm: 310,
    dropShare: 0.1,
  },
  sleeve: {
    label: 'Sleeve',
    from: 'above its hem',
    side: 'sleeve',
    widthShare: 0.45,
    mostWidthMm: 90,
    dropShare: 0.12,
  },
  pocket: {
    label: 'Over the pocket',
    from: 'below the neckline',
    side: 'front',
    widthShare: 0.18,
    mostWidthMm: 100,
    dropShare: 0.2,
  },
  hem: {
    label: 'Along the hem',
    from: 'above the hem',
    side: 'front',
    widthShare: 0.3,
    mostWidthMm: 180,
    dropShare: 0.05,
  },
};

export const placeLabel = (place: GarmentPlace): string => ROWS[place].label;

/** Where something lies on a garment, mm. */
export interface OnGarment {
  size: string;
  place: GarmentPlace;
  side: PlaceRow['side'];
  widthMm: number;
  heightMm: number;
  /** How its distance is said, and how far that is: to its upper edge, or to its lower edge above a hem. */
  from: string;
  distanceMm: number;
  /** Of its middle from the middle of the garment (or of the sleeve); to the wearer's left above 0. */
  asideMm: number;
  /** Of its middle below the shoulder at the neck, or below the upper end of the sleeve. */
  middleMm: number;
  /** To the garment's edge at either side of it, which can be measured on the table. */
  toEdgeMm: { left: number; right: number };
}

/** Places are laid by a ruler with marks this far apart, mm. */
const ROUND_TO_MM = 5;
const rounded = (mm: number): number => Math.round(mm / ROUND_TO_MM) * ROUND_TO_MM;

/**
 * Where a design goes on a garment of a size, and how wide it is there: its shape stays, and it never becomes higher than there is
 * room for.
 * @param design its width to its height, as drawn, mm
 * @throws RangeError where the design has no size
 * @example placeOn(sizeOf('M'), 'front', { widthMm: 100, heightMm: 120 }).widthMm // 260
 */
export function placeOn(
  size: GarmentSize,
  place: GarmentPlace,
  design: { widthMm: number; heightMm: number },
): OnGarment {
  if (!(design.widthMm > 0 && design.heightMm > 0))
    throw new RangeError(`A design of some size was expected; ${design.widthMm} × ${design.heightMm} mm came.`);
  const row = ROWS[place];
  const isSleeve = row.side === 'sleeve';
  const [fullWidth, fullLength] = isSleeve
    ? [size.sleeveWidthMm, size.sleeveLengthMm]
    : [size.chestWidthMm, size.lengthMm];
  const neck = isSleeve ? 0 : place === 'back-yoke' ? backNeckOf(size) : size.neckDropMm;
  const isFromHem = row.from.startsWith('above');
  const distanceMm = rounded(row.dropShare * fullLength);
  const room = fullLength - distanceMm - (isFromHem ? 0 : neck) - 0.05 * fullLength;
  const ratio = design.heightMm / design.widthMm;
  const widthMm = Math.min(row.mostWidthMm, row.widthShare * fullWidth, (0.75 * room) / ratio);
  const kept = widthMm >= ROUND_TO_MM ? Math.floor(widthMm / ROUND_TO_MM) * ROUND_TO_MM : widthMm;
  const heightMm = kept * ratio;
  const asideMm =
    place === 'left-breast' || place === 'pocket'
      ? rounded(0.2 * fullWidth)
      : place === 'hem'
        ? rounded(0.25 * fullWidth)
        : 0;
  const middleMm = isFromHem ? fullLength - distanceMm - heightMm / 2 : neck + distanceMm + heightMm / 2;
  const left = fullWidth / 2 - asideMm - kept / 2;
  return {
    size: size.name,
    place,
    side: row.side,
    widthMm: kept,
    heightMm,
    from: row.from,
    distanceMm,
    asideMm,
    middleMm,
    // As one stands before it, the wearer's left lies to the right.
    toEdgeMm: { left: fullWidth / 2 + asideMm - kept / 2, right: left },
  };
}
