import { composeAffine, knownBounds, transformContour, type Affine, type CurveContour } from '../../geometry';
import { linesOf, type TextChoices } from '../../artwork-choices';
import { capHeightOf, type LoadedFont } from './fonts';
import { setLine, type SetCluster } from './set-line';

/** A letter in its place. */
export interface SetLetter {
  letter: string;
  /** Which word of the whole text it belongs to. */
  word: number;
  /** In mm, y down. */
  contours: CurveContour[];
  /** The number of its line, from 0. */
  line: number;
  /** Its line is set in a joined script. */
  isScript: boolean;
  /** Its line is written in single lines. */
  isStroked: boolean;
}

/** A text in its place, and the letters that the font does not have. */
export interface SetText {
  letters: SetLetter[];
  missing: string[];
}

/** The font of a line of a text, counted from 0. */
export type FontOfLine = (line: number) => LoadedFont;

interface ShapedLine {
  words: string;
  font: LoadedFont;
  /** From font units to mm. */
  scale: number;
  clusters: SetCluster[];
  /** In font units. */
  width: number;
}

/** Sets a text: shaped, spaced, aligned about x = 0 with the first baseline at y = 0, straight or round a circle. */
export function setText(fontOfLine: FontOfLine, choices: TextChoices): SetText {
  const lines = linesOf(choices.words).map((words, i) => shapedLine(words, fontOfLine(i), choices, i));
  const baselines = baselinesOf(lines, choices);
  const letters: SetLetter[] = [];
  const missing = new Set<string>();
  let wordsBefore = 0;
  lines.forEach(({ words, font, scale, clusters, width }, i) => {
    const shift = (choices.align === 'left' ? 0 : choices.align === 'right' ? -width : -width / 2) * scale;
    for (const cluster of clusters) {
      if (cluster.text.trim() === '') continue;
      if (cluster.isMissing) missing.add(cluster.text);
      const place = placeOf(cluster.left * scale + shift, (cluster.width * scale) / 2, baselines[i], scale, choices);
      letters.push({
        letter: cluster.text,
        word: wordsBefore + spacesBefore(words, cluster.at),
        contours: clusterContours(font, cluster, place),
        line: i,
        isScript: font.isScript,
        isStroked: font.isStroked === true,
      });
    }
    wordsBefore += spacesBefore(words, words.length) + 1;
  });
  return { letters, missing: [...missing] };
}

function shapedLine(words: string, font: LoadedFont, choices: TextChoices, line: number): ShapedLine {
  const capHeightMm = choices.lines[line]?.capHeightMm ?? choices.capHeightMm;
  const scale = capHeightMm / capHeightOf(font) / font.unitsPerEm;
  return { words, font, scale, ...setLine(font, words, { spacing: choices.letterSpacingMm / scale }) };
}

/** Where the foot of each line is, in mm below that of the first: as far apart as usual for their fonts, or with a clear gap. */
function baselinesOf(lines: readonly ShapedLine[], { lineSpacing, lineGapMm }: TextChoices): number[] {
  const baselines = [0];
  for (let i = 1; i < lines.length; i++) {
    const [above, line] = [lines[i - 1], lines[i]];
    const usual = (line.font.ascender * line.scale - above.font.descender * above.scale) * lineSpacing;
    const step = lineGapMm === null ? usual : inkOf(above).below + lineGapMm + inkOf(line).above;
    baselines.push(baselines[i - 1] + step);
  }
  return baselines;
}

/** How far what is drawn of a line reaches above and below its foot, in mm; an empty line is as high as a capital. */
function inkOf({ font, scale, clusters }: ShapedLine): { above: number; below: number } {
  const box = knownBounds(clusters.flatMap((cluster) => clusterContours(font, cluster, [scale, 0, 0, scale, 0, 0])));
  return box ? { above: -box.minY, below: box.maxY } : { above: font.capHeight * scale, below: 0 };
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
