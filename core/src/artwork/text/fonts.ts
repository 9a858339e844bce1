import { parse, type Font } from 'opentype.js';
import { ArtworkRefusedError } from '../reading';

/** A font ready to be set. */
export interface LoadedFont {
  font: Font;
  isScript: boolean;
}

/** Finds a loaded font by the family that a drawing names. */
export type FontByFamily = (family: string) => LoadedFont | undefined;

/** Reads a TrueType or OpenType font. @throws ArtworkRefusedError where the bytes are no such font */
export function loadFont(bytes: Uint8Array, isScript = false): LoadedFont {
  try {
    const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
    if (!font.supported || font.glyphs.length < 2) throw new Error('it holds no letters');
    return { font, isScript };
  } catch (error) {
    throw new ArtworkRefusedError(`A font in TTF or OTF form was expected; this file cannot be read as one (${(error as Error).message.slice(0, 80)}).`);
  }
}

/** How high a capital stands, in parts of the font's size. */
export function capHeightOf({ font }: LoadedFont): number {
  const stated = (font.tables as { os2?: { sCapHeight?: number } }).os2?.sCapHeight;
  if (stated && stated > 0) return stated / font.unitsPerEm;
  return font.charToGlyph('H').getBoundingBox().y2 / font.unitsPerEm || 0.7;
}
