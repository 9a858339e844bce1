/** Measured things that artwork is sized for, made up for our own workshop: widths and heights in mm. */
export interface KnownSize {
  group: 'Shirt front' | 'Shirt sleeve' | 'Blank';
  name: string;
  widthMm: number;
  heightMm: number | null;
}

/** What a print on the front of a shirt is usually wide, and a blank that one makes for. */
export const KNOWN_SIZES: readonly KnownSize[] = [
  { group: 'Shirt front', name: 'child, 4 to 6 years', widthMm: 150, heightMm: null },
  { group: 'Shirt front', name: 'child, 8 to 12 years', widthMm: 190, heightMm: null },
  { group: 'Shirt front', name: 'small', widthMm: 230, heightMm: null },
  { group: 'Shirt front', name: 'medium', widthMm: 255, heightMm: null },
  { group: 'Shirt front', name: 'large', widthMm: 275, heightMm: null },
  { group: 'Shirt front', name: 'extra large', widthMm: 290, heightMm: null },
  { group: 'Shirt front', name: 'left breast', widthMm: 90, heightMm: null },
  { group: 'Shirt sleeve', name: 'sleeve', widthMm: 70, heightMm: null },
  { group: 'Blank', name: 'coaster, 95 mm', widthMm: 85, heightMm: 85 },
  { group: 'Blank', name: 'boat plate, 80 × 30 mm', widthMm: 72, heightMm: 24 },
  { group: 'Blank', name: 'kit tag, 90 × 40 mm', widthMm: 82, heightMm: 32 },
  { group: 'Blank', name: 'certificate, A4', widthMm: 190, heightMm: 277 },
];

/** The scale that makes something fit into a space, keeping its ratio. */
export function fitScale(
  size: { widthMm: number; heightMm: number },
  space: { widthMm: number; heightMm: number | null },
): number {
  const across = size.widthMm > 0 ? space.widthMm / size.widthMm : Infinity;
  const down = space.heightMm !== null && size.heightMm > 0 ? space.heightMm / size.heightMm : Infinity;
  const scale = Math.min(across, down);
  return Number.isFinite(scale) ? scale : 1;
}
