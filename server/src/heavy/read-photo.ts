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

/**
 * A photo written anew: small enough for a phone, and without where it was taken or anything else that came with it.
 * Runs in a worker thread.
 * @returns null where the bytes are no JPEG, PNG or WebP, are broken off, or take too long
 */
export async function readPhoto(bytes: Uint8Array): Promise<Uint8Array | null> {
  if (!KINDS.some((isKind) => isKind(bytes))) return null;
  try {
    return new Uint8Array(await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).timeout({ seconds: LONGEST_SECONDS }).rotate().resize(PHOTO_PX, PHOTO_PX, { fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 82 }).toBuffer());
  } catch {
    return null;
  }
}
