import { composeAffine, transformContour, type Affine, type CurveContour } from '../../geometry';
import type { TextChoices } from '../../artwork-choices';
import { capHeightOf, type LoadedFont } from './fonts';
import { setLine, type SetCluster } from './set-line';

/** A letter in its place. */
export interface SetLetter {
  letter: string;
  /** Which word of the whole text it belongs to. */
  word: number;
  /** In mm, y down. */
  contours: CurveContour[];
}

/** A text in its place, and the letters that the font does not have. */
export interface SetText {
  letters: SetLetter[];
  missing: string[];
}

/** Sets a text: shaped, spaced, aligned about x = 0 with the first baseline at y = 0, straight or round a circle. */
export function setText(font: LoadedFont, choices: TextChoices): SetText {
  const scale = choices.capHeightMm / capHeightOf(font) / font.unitsPerEm;
  const lineMm = (font.ascender - font.descender) * scale * choices.lineSpacing;
  const letters: SetLetter[] = [];
  const missing = new Set<string>();
  let wordsBefore = 0;
  choices.words.split(/\r?\n/).forEach((line, row) => {
    const { clusters, width } = setLine(font, line, { spacing: choices.letterSpacingMm / scale });
    const shift = (choices.align === 'left' ? 0 : choices.align === 'right' ? -width : -width / 2) * scale;
    for (const cluster of clusters) {
      if (cluster.text.trim() === '') continue;
      if (cluster.isMissing) missing.add(cluster.text);
      const place = placeOf(cluster.left * scale + shift, (cluster.width * scale) / 2, row * lineMm, scale, choices);
      letters.push({
        letter: cluster.text,
        word: wordsBefore + spacesBefore(line, cluster.at),
        contours: clusterContours(font, cluster, place),
      });
    }
    wordsBefore += spacesBefore(line, line.length) + 1;
  });
  return { letters, missing: [...missing] };
}

/** The contours of a letter with its marks; `place` brings font units about its left foot, y down, to where it stands. */
export function clusterContours(font: LoadedFont, { glyphs }: SetCluster, place: Affine): CurveContour[] {
  return glyphs.flatMap(({ glyph, x, y }) => {
    const own = composeAffine([1, 0, 0, 1, x, -y], place);
    return font.outline(glyph).map((contour) => transformContour(contour, own));
  });
}

const spacesBefore = (line: string, at: number): number =>
  [...line.slice(0, at)].filter((letter) => letter.trim() === '').length;

function placeOf(
  left: number,
  halfWidth: number,
  baseline: number,
  scale: number,
  { arcRadiusMm, isReversed }: TextChoices,
): Affine {
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
