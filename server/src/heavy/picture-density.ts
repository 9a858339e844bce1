/** What many programs write where nobody chose a density: no true size. */
const DEFAULT_DPI = 72;
const MM_PER_INCH = 25.4;
const PNG_SIGN = 0x89504e47;
/** From this on a picture's rows are its columns (EXIF). */
const FIRST_TURNED = 5;

/**
 * Pixels to the inch across and down as a PNG (pHYs) or a JPG (JFIF) states them, for the picture as it is looked at; null
 * where it states none, or what programs write by themselves. The picture library tells one number for both.
 */
export function statedDensity(
  bytes: Uint8Array,
  { density: whole, orientation = 1 }: { density?: number; orientation?: number },
): { x: number; y: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const density =
    bytes.length > 8 && view.getUint32(0) === PNG_SIGN
      ? pngDensity(view)
      : (jpegDensity(view) ?? (whole ? { x: whole, y: whole } : null));
  if (!density || !(density.x > 0) || !(density.y > 0)) return null;
  if (Math.round(density.x) === DEFAULT_DPI && Math.round(density.y) === DEFAULT_DPI) return null;
  return orientation >= FIRST_TURNED ? { x: density.y, y: density.x } : density;
}

/** The chunk pHYs: pixels to the metre, where its unit is 1. */
function pngDensity(view: DataView): { x: number; y: number } | null {
  for (let at = 8; at + 21 <= view.byteLength;) {
    const length = view.getUint32(at);
    const name = view.getUint32(at + 4);
    if (name === 0x70485973 && length === 9)
      return view.getUint8(at + 16) === 1
        ? { x: (view.getUint32(at + 8) / 1000) * MM_PER_INCH, y: (view.getUint32(at + 12) / 1000) * MM_PER_INCH }
        : null;
    // Chunks of the picture itself come after all that say how large it is.
    if (name === 0x49444154) return null;
    at += 12 + length;
  }
  return null;
}

/** The segment APP0 “JFIF”: dots to the inch (unit 1) or to the centimetre (unit 2). */
function jpegDensity(view: DataView): { x: number; y: number } | null {
  for (let at = 2; at + 18 <= view.byteLength && view.getUint8(at) === 0xff;) {
    const [marker, length] = [view.getUint8(at + 1), view.getUint16(at + 2)];
    if (marker === 0xe0 && view.getUint32(at + 4) === 0x4a464946) {
      const perInch = view.getUint8(at + 11) === 1 ? 1 : view.getUint8(at + 11) === 2 ? 2.54 : 0;
      return perInch ? { x: view.getUint16(at + 12) * perInch, y: view.getUint16(at + 14) * perInch } : null;
    }
    if (marker === 0xda) return null;
    at += 2 + length;
  }
  return null;
}
