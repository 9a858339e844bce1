import type * as HarfBuzz from 'harfbuzzjs';
import type { CurveContour } from '../../geometry';
import { ArtworkRefusedError } from '../reading';
import { pathContours } from '../svg/path-contours';
import type { LoadedFont, ShapedGlyph } from './fonts';

const USUAL_CAP_HEIGHT = 0.7;
/** Ligatures that CSS turns off where letters are spaced further. */
const NO_LIGATURES = ['-liga', '-clig', '-dlig'];
/** Figures as high as capitals, where a font has them beside those that hang: what is cut out is read from afar. */
const ALWAYS = ['lnum'];

/**
 * A TrueType or OpenType font, set by HarfBuzz (a WebAssembly module that the caller loads).
 * @throws ArtworkRefusedError where the bytes are no such font
 */
export function harfbuzzFont(hb: typeof HarfBuzz, bytes: Uint8Array, isScript = false): LoadedFont {
  const face = new hb.Face(new hb.Blob(bytes.slice().buffer), 0);
  const font = new hb.Font(face);
  if (!(face.upem > 0) || face.collectUnicodes().length < 2)
    throw new ArtworkRefusedError('A font in TTF or OTF form was expected; this file cannot be read as one.');
  const { ascender, descender } = font.hExtents();
  const outlines = new Map<number, CurveContour[]>();
  const outline = (glyph: number): CurveContour[] => {
    const known = outlines.get(glyph);
    if (known) return known;
    const drawn = pathContours(font.glyphToPath(glyph))
      .contours.filter(({ segments }) => segments.length > 1)
      .map(upsideDown);
    outlines.set(glyph, drawn);
    return drawn;
  };
  const shape: LoadedFont['shape'] = (text, { isRightToLeft, isApart }) => {
    const buffer = new hb.Buffer();
    buffer.addText(text);
    // Figures alone have no script, and a font says only for its scripts what it can do with them.
    if (!/\p{Letter}/u.test(text)) buffer.setScript('Latn');
    buffer.guessSegmentProperties();
    buffer.setDirection(isRightToLeft ? hb.Direction.RTL : hb.Direction.LTR);
    hb.shape(
      font,
      buffer,
      [...ALWAYS, ...(isApart ? NO_LIGATURES : [])].map((feature) => hb.Feature.fromString(feature)!),
    );
    return buffer
      .getGlyphInfosAndPositions()
      .map(({ codepoint, cluster, xAdvance = 0, xOffset = 0, yOffset = 0 }): ShapedGlyph => ({
        glyph: codepoint,
        cluster,
        advance: xAdvance,
        offsetX: xOffset,
        offsetY: yOffset,
      }));
  };
  const upem = face.upem;
  return {
    unitsPerEm: upem,
    ascender,
    descender,
    capHeight: capHeightIn(face, upem) ?? heightOfH(shape, outline) ?? USUAL_CAP_HEIGHT * upem,
    isScript,
    shape,
    outline,
  };
}

const upsideDown = ({ start, segments }: CurveContour): CurveContour => ({
  closed: true,
  start: [start[0], -start[1]],
  segments: segments.map(
    ([kind, ...n]) => [kind, ...n.map((value, i) => (i % 2 ? -value : value))] as CurveContour['segments'][number],
  ),
});

/** sCapHeight of the OS/2 table from its version 2 on. */
function capHeightIn(face: HarfBuzz.Face, upem: number): number | null {
  const table = face.referenceTable('OS/2');
  if (!table || table.length < 90) return null;
  const view = new DataView(table.buffer, table.byteOffset, table.byteLength);
  const height = view.getUint16(0) >= 2 ? view.getInt16(88) : 0;
  return height > 0 && height <= upem * 2 ? height : null;
}

function heightOfH(shape: LoadedFont['shape'], outline: LoadedFont['outline']): number | null {
  const [h] = shape('H', { isRightToLeft: false, isApart: false });
  const highest = h?.glyph
    ? Math.min(
        0,
        ...outline(h.glyph).flatMap(({ start, segments }) => [
          start[1],
          ...segments.map((segment) => segment[segment.length - 1] as number),
        ]),
      )
    : 0;
  return highest < 0 ? -highest : null;
}
