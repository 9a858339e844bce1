import type { CurveContour } from '../../geometry';

/** A glyph in its place on the line, in font units from the start of its run, y up. */
export interface ShapedGlyph {
  /** Its number in the font; 0 stands for a letter that the font does not have. */
  glyph: number;
  /** Where in the run's text its letters begin. */
  cluster: number;
  advance: number;
  offsetX: number;
  offsetY: number;
}

/** A font ready to be set. Lengths in font units. */
export interface LoadedFont {
  unitsPerEm: number;
  ascender: number;
  descender: number;
  /** How high a capital stands. */
  capHeight: number;
  /** Its letters hang together. */
  isScript: boolean;
  /** Its letters are single lines, which a pen or a point follows, not outlines. */
  isStroked?: true;
  /**
   * The glyphs of a run of one script and one direction, from left to right: kerned, joined, with its marks in place.
   * @param isApart letters are spaced further: no ligatures
   */
  shape: (text: string, run: { isRightToLeft: boolean; isApart: boolean }) => ShapedGlyph[];
  /** The closed contours of a glyph, or the lines of one that is stroked; y down, about its place on the line. */
  outline: (glyph: number) => CurveContour[];
}

/** Which font a drawing asks for. */
export interface FontWish {
  family: string;
  /** 100 to 900; 400 is regular. */
  weight: number;
  isItalic: boolean;
}

/** Finds a loaded font by what a drawing asks for. */
export type FontByFamily = (wish: FontWish) => LoadedFont | undefined;

/** How high a capital stands, in parts of the font's size. */
export const capHeightOf = ({ capHeight, unitsPerEm }: LoadedFont): number => capHeight / unitsPerEm;
