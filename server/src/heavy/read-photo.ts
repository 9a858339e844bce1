import sharp from 'sharp';

/** A photo is kept no larger than this, in px. */
const PHOTO_PX = 1200;
const MOST_PIXELS = 60_000_000;
const LONGEST_SECONDS = 8;

/** What a photo may be, by its first bytes; whatever its name or its type says. */
const KINDS: readonly ((bytes: Uint8Array) => boolean)[] = [
  // JPEG
  (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff,
  // PNG
  (b) => [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a].every((byte, i) => b[i] === byte),
  // WebP
  (b) => ascii(b, 0, 4) === 'RIFF' && ascii(b, 8, 12) === 'WEBP',
];
const ascii = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** Segments of a JPEG that hold nothing but the picture: JFIF, tables, frames, the interval of restarts. */
const PLAIN = (marker: number): boolean =>
  marker === 0xe0 || marker === 0xdb || marker === 0xdd || (marker >= 0xc0 && marker <= 0xcf);

/** Whether a JPEG has nothing before its picture but what the picture needs, and ends where that ends. */
function isPlainJpeg(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8 || bytes.at(-2) !== 0xff || bytes.at(-1) !== 0xd9) return false;
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) return false;
    if (bytes[at + 1] === 0xda) return true;
    if (!PLAIN(bytes[at + 1])) return false;
    at += 2 + bytes[at + 2] * 256 + bytes[at + 3];
  }
  return false;
}

/**
 * A photo written anew: small enough for a phone, and without where it was taken or anything else that came with it.
 * Runs in a worker thread.
 * @returns null where the bytes are no JPEG, PNG or WebP, are broken off, or take too long
 */
export async function readPhoto(bytes: Uint8Array): Promise<Uint8Array | null> {
  if (!KINDS.some((isKind) => isKind(bytes))) return null;
  try {
    // One that was written here before comes back from a book's file as it went: written anew each time it would wear out.
    if (isPlainJpeg(bytes)) {
      const { info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
        .timeout({ seconds: LONGEST_SECONDS })
        .raw()
        .toBuffer({ resolveWithObject: true });
      if (Math.max(info.width, info.height) <= PHOTO_PX) return bytes;
    }
    return new Uint8Array(
      await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
        .timeout({ seconds: LONGEST_SECONDS })
        .rotate()
        .resize(PHOTO_PX, PHOTO_PX, { fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 82 })
        .toBuffer(),
    );
  } catch {
    return null;
  }
}
