import type { Glyph } from 'opentype.js';
import type { Affine } from '../../geometry';
import type { TextChoices } from '../../artwork-choices';
import { capHeightOf, type LoadedFont } from './fonts';

/** A letter in its place. */
export interface SetGlyph {
  glyph: Glyph;
  letter: string;
  /** Which line and which word of the whole text it belongs to. */
  word: number;
  /** The font's units in its em. */
  unitsPerEm: number;
  /** From the font's units, y down, to mm. */
  toMm: Affine;
}

/** A text in its place, and the letters that the font does not have. */
export interface SetText {
  glyphs: SetGlyph[];
  missing: string[];
}

/** Sets a text: kerned, spaced, aligned about x = 0 with the first baseline at y = 0, straight or round a circle. */
export function setText(loaded: LoadedFont, choices: TextChoices): SetText {
  const { font } = loaded;
  const sizeMm = choices.capHeightMm / capHeightOf(loaded);
  const mmPerUnit = sizeMm / font.unitsPerEm;
  const lineMm = (font.ascender - font.descender) * mmPerUnit * choices.lineSpacing;
  const glyphs: SetGlyph[] = [];
  const missing = new Set<string>();
  let word = 0;
  choices.words.split(/\r?\n/).forEach((line, row) => {
    const letters = [...line];
    const shapes = letters.map((letter) => font.charToGlyph(letter));
    const starts: number[] = [];
    let x = 0;
    shapes.forEach((glyph, i) => {
      starts.push(x);
      x += (glyph.advanceWidth ?? 0) * mmPerUnit;
      if (i + 1 < shapes.length) x += font.getKerningValue(glyph, shapes[i + 1]) * mmPerUnit + choices.letterSpacingMm;
    });
    const shift = choices.align === 'left' ? 0 : choices.align === 'right' ? -x : -x / 2;
    shapes.forEach((glyph, i) => {
      if (letters[i].trim() === '') {
        word += 1;
        return;
      }
      if (glyph.index === 0) missing.add(letters[i]);
      const left = starts[i] + shift;
      glyphs.push({ glyph, letter: letters[i], word, unitsPerEm: font.unitsPerEm, toMm: placeOf(left, ((glyph.advanceWidth ?? 0) * mmPerUnit) / 2, row * lineMm, mmPerUnit, choices) });
    });
    word += 1;
  });
  return { glyphs, missing: [...missing] };
}

function placeOf(left: number, halfWidth: number, baseline: number, scale: number, { arcRadiusMm, isReversed }: TextChoices): Affine {
  const straight: Affine = [scale, 0, 0, scale, left, baseline];
  const [a, b, c, d, e, f] = arcRadiusMm ? bent(left + halfWidth, halfWidth, baseline, scale, arcRadiusMm) : straight;
  return isReversed ? [-a, b, -c, d, -e, f] : [a, b, c, d, e, f];
}

/** A letter stands upright on the circle at its own middle. */
function bent(middle: number, halfWidth: number, baseline: number, scale: number, radius: number): Affine {
  const turn = middle / radius;
  // The centre lies below the line (radius above 0) or above it; lines further down stand on circles that fit in it.
  const own = radius - baseline;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const x = own * sin;
  const y = radius - own * cos;
  // y down: a turn to the right goes clockwise.
  return [scale * cos, scale * sin, -scale * sin, scale * cos, x - halfWidth * cos, y - halfWidth * sin];
}
