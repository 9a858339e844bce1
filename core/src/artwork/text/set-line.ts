import type { LoadedFont, ShapedGlyph } from './fonts';
import { itemize } from './itemize';

/** A letter of a line: what belongs together, such as a base with its marks or a ligature. Lengths in font units, y up. */
export interface SetCluster {
  /** Its letters. */
  text: string;
  /** Where they begin in the line. */
  at: number;
  /** From the line's left end. */
  left: number;
  width: number;
  glyphs: { glyph: number; x: number; y: number }[];
  isMissing: boolean;
}

/** Scripts whose letters are joined by strokes: spacing would tear them apart. */
const JOINED = /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}]/u;

/** A line set from left to right, its letters `spacing` further apart, its spaces another `wordSpacing`. */
export function setLine(
  font: LoadedFont,
  line: string,
  {
    spacing = 0,
    wordSpacing = 0,
    direction,
  }: { spacing?: number; wordSpacing?: number; direction?: 'ltr' | 'rtl' } = {},
): { clusters: SetCluster[]; width: number } {
  const clusters: SetCluster[] = [];
  let pen = 0;
  for (const { start, text, isRightToLeft } of itemize(line, direction)) {
    const shaped = font.shape(text, { isRightToLeft, isApart: spacing !== 0 });
    const starts = [...new Set(shaped.map(({ cluster }) => cluster))].sort((a, b) => a - b);
    let current: SetCluster | null = null;
    shaped.forEach((glyph: ShapedGlyph, i) => {
      if (!current || shaped[i - 1].cluster !== glyph.cluster) {
        const end = starts[starts.indexOf(glyph.cluster) + 1] ?? text.length;
        current = {
          text: text.slice(glyph.cluster, end),
          at: start + glyph.cluster,
          left: pen,
          width: 0,
          glyphs: [],
          isMissing: false,
        };
        clusters.push(current);
      }
      if (glyph.glyph === 0) current.isMissing = true;
      else current.glyphs.push({ glyph: glyph.glyph, x: current.width + glyph.offsetX, y: glyph.offsetY });
      current.width += glyph.advance;
      pen += glyph.advance;
      const isLast = i + 1 === shaped.length || shaped[i + 1].cluster !== glyph.cluster;
      if (!isLast) return;
      pen += (JOINED.test(current.text) ? 0 : spacing) + (current.text.trim() === '' ? wordSpacing : 0);
    });
  }
  // Nothing is added after the last letter.
  const last = clusters[clusters.length - 1];
  return { clusters, width: last ? last.left + last.width : 0 };
}
