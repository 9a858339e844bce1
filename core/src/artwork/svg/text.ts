import type { Element } from 'domhandler';
import { composeAffine, transformContour, type Affine } from '../../geometry';
import type { ArtworkPart } from '../reading';
import { capHeightOf, type LoadedFont } from '../text/fonts';
import { partsOf } from '../text/read-text';
import { USUAL_TEXT } from '../../artwork-choices';
import { setText } from '../text/set-text';
import { userUnits, type Viewport } from './shapes';

export interface SvgText {
  loaded: LoadedFont;
  colour: string;
  viewport: Viewport;
  /** text-anchor. */
  anchor: string;
  /** letter-spacing, as it is written. */
  spacing: string | undefined;
  toMm: Affine;
}

const ALIGN = { start: 'left', middle: 'middle', end: 'right' } as const;

/** A `text` element of one line as outlines, from its first x and y on. */
export function textParts(element: Element, words: string, { loaded, colour, viewport, anchor, spacing, toMm }: SvgText): ArtworkPart[] {
  if (words === '') return [];
  const fontSize = viewport.fontSize ?? 16;
  const first = (key: string) => (element.attribs[key] ?? '0').trim().split(/[\s,]+/)[0];
  const x = userUnits(first('x'), viewport.width, 'text x', fontSize);
  const y = userUnits(first('y'), viewport.height, 'text y', fontSize);
  const letterSpacingMm = spacing && spacing !== 'normal' ? userUnits(spacing, fontSize, 'letter-spacing', fontSize) : 0;
  // Set in user units, then brought to its place like any shape.
  const { glyphs } = setText(loaded, { ...USUAL_TEXT, words, capHeightMm: fontSize * capHeightOf(loaded), letterSpacingMm, align: ALIGN[anchor as keyof typeof ALIGN] ?? 'left' });
  const place = composeAffine([1, 0, 0, 1, x, y], toMm);
  return partsOf(glyphs, loaded.isScript, colour).map((part) => ({ ...part, contours: part.contours.map((contour) => transformContour(contour, place)) }));
}
