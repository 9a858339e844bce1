import type { CurveContour, Segment } from '../../geometry';
import type { LoadedFont, ShapedGlyph } from './fonts';

type XY = readonly [x: number, y: number];

/** A letter as the lines that a pen follows, in font units, y up, about the middle of its width. */
export interface StrokeLetter {
  left: number;
  right: number;
  strokes: readonly (readonly XY[])[];
}

/** Where the letters of a stroke font stand, in its units. */
export interface StrokeMeasures {
  baseline: number;
  capHeight: number;
  xHeight: number;
  descender: number;
}

/** A turn sharper than this is a corner; below it the points lie on a curve. */
const CORNER = (50 * Math.PI) / 180;
/** Signs that are written as another one. */
const INSTEAD: Readonly<Record<string, string>> = {
  '’': "'",
  '‘': "'",
  '‚': ',',
  '“': '"',
  '”': '"',
  '„': '"',
  '–': '-',
  '—': '-',
  '‐': '-',
  '\u00a0': ' ',
};
/** Marks as lines, about the middle of the letter: x in parts of its x-height, y above what the mark stands on. */
const MARKS: Readonly<Record<string, readonly (readonly XY[])[]>> = {
  '\u0300': [
    [
      [-0.2, 0.55],
      [0.15, 0.2],
    ],
  ],
  '\u0301': [
    [
      [0.2, 0.55],
      [-0.15, 0.2],
    ],
  ],
  '\u0302': [
    [
      [-0.25, 0.2],
      [0, 0.5],
      [0.25, 0.2],
    ],
  ],
  '\u030c': [
    [
      [-0.25, 0.5],
      [0, 0.2],
      [0.25, 0.5],
    ],
  ],
  '\u0303': [
    [
      [-0.3, 0.25],
      [-0.15, 0.4],
      [0.15, 0.28],
      [0.3, 0.43],
    ],
  ],
  '\u0304': [
    [
      [-0.25, 0.3],
      [0.25, 0.3],
    ],
  ],
  '\u0308': [
    [
      [-0.22, 0.25],
      [-0.22, 0.35],
    ],
    [
      [0.22, 0.25],
      [0.22, 0.35],
    ],
  ],
  '\u030a': [
    [
      [0, 0.15],
      [0.13, 0.2],
      [0.18, 0.33],
      [0.13, 0.46],
      [0, 0.51],
      [-0.13, 0.46],
      [-0.18, 0.33],
      [-0.13, 0.2],
      [0, 0.15],
    ],
  ],
};
/** A mark below the foot of its letter, in the same parts. */
const BELOW: Readonly<Record<string, readonly XY[]>> = {
  '\u0327': [
    [0.05, 0],
    [0.12, -0.18],
    [0, -0.32],
    [-0.15, -0.28],
  ],
};

/**
 * A font of single lines: its letters are strokes of a pen, not outlines. Letters with a mark are put together from both.
 * @param letterOf the lines of a sign; undefined for one that is not there
 */
export function strokeFont(letterOf: (sign: string) => StrokeLetter | undefined, measures: StrokeMeasures): LoadedFont {
  const { baseline, capHeight, xHeight, descender } = measures;
  const glyphs: (StrokeLetter | undefined)[] = [undefined];
  const numbers = new Map<string, number>();
  const numberOf = (sign: string): number => {
    const known = numbers.get(sign);
    if (known !== undefined) return known;
    const letter = composed(sign, letterOf, measures);
    const number = letter ? glyphs.push(letter) - 1 : 0;
    numbers.set(sign, number);
    return number;
  };
  return {
    unitsPerEm: capHeight,
    ascender: capHeight * 1.2,
    descender: descender - baseline,
    capHeight,
    isScript: false,
    isStroked: true,
    shape: (text) => {
      const shaped: ShapedGlyph[] = [];
      let at = 0;
      for (const sign of text.match(/[^\p{Mark}]\p{Mark}*|\p{Mark}+/gsu) ?? []) {
        const glyph = numberOf(sign.normalize('NFC'));
        const letter = glyphs[glyph];
        shaped.push({
          glyph,
          cluster: at,
          advance: letter ? letter.right - letter.left : xHeight,
          offsetX: 0,
          offsetY: 0,
        });
        at += sign.length;
      }
      return shaped;
    },
    outline: (glyph) => {
      const letter = glyphs[glyph];
      return (letter?.strokes ?? [])
        .filter((stroke) => stroke.length > 1)
        .map((stroke) => smooth(stroke.map(([x, y]): XY => [x - letter!.left, baseline - y])));
    },
  };
}

function composed(
  sign: string,
  letterOf: (sign: string) => StrokeLetter | undefined,
  { baseline, xHeight }: StrokeMeasures,
): StrokeLetter | undefined {
  const whole = letterOf(INSTEAD[sign] ?? sign);
  if (whole) return whole;
  const [base, ...marks] = sign.normalize('NFD');
  const letter = letterOf(INSTEAD[base] ?? base);
  if (!letter || marks.length === 0 || marks.some((mark) => !MARKS[mark] && !BELOW[mark])) return undefined;
  const isDotted = (base === 'i' || base === 'j') && marks.some((mark) => MARKS[mark]);
  const strokes = isDotted
    ? letter.strokes.filter((stroke) => stroke.some(([, y]) => y <= baseline + xHeight))
    : letter.strokes;
  const points = strokes.flat();
  const [top, foot] = [Math.max(...points.map(([, y]) => y)), Math.min(...points.map(([, y]) => y))];
  const middle = points.length
    ? (Math.min(...points.map(([x]) => x)) + Math.max(...points.map(([x]) => x))) / 2
    : (letter.left + letter.right) / 2;
  const drawn = (mark: readonly XY[], from: number) =>
    mark.map(([x, y]): XY => [middle + x * xHeight, from + y * xHeight]);
  return {
    ...letter,
    strokes: [
      ...strokes,
      ...marks.flatMap((mark) => [
        ...(MARKS[mark] ?? []).map((stroke) => drawn(stroke, top)),
        ...(BELOW[mark] ? [drawn(BELOW[mark], foot)] : []),
      ]),
    ],
  };
}

const turnAt = (a: XY, b: XY, c: XY): number => {
  const turn = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)));
};

/** A line through points: curved where it turns a little at a time (Catmull and Rom's tangents), straight on either side of a corner. */
function smooth(points: readonly XY[]): CurveContour {
  const last = points.length - 1;
  const isRing = last > 2 && points[0][0] === points[last][0] && points[0][1] === points[last][1];
  const around = (i: number): [XY, XY] | null => {
    if (i > 0 && i < last) return [points[i - 1], points[i + 1]];
    return isRing ? [points[last - 1], points[1]] : null;
  };
  const tangent = (i: number): XY | null => {
    const next = around(i);
    if (!next || turnAt(next[0], points[i], next[1]) > CORNER) return null;
    return [(next[1][0] - next[0][0]) / 2, (next[1][1] - next[0][1]) / 2];
  };
  const segments = points.slice(1).map((to, k): Segment => {
    const from = points[k];
    const [out, into] = [tangent(k), tangent(k + 1)];
    const chord: XY = [to[0] - from[0], to[1] - from[1]];
    if (!out && !into) return ['L', ...to];
    const long = Math.hypot(...chord);
    const own = ([x, y]: XY): XY => {
      const size = Math.hypot(x, y) || 1;
      return [(x / size) * long, (y / size) * long];
    };
    const [a, b] = [own(out ?? chord), own(into ?? chord)];
    return ['C', from[0] + a[0] / 3, from[1] + a[1] / 3, to[0] - b[0] / 3, to[1] - b[1] / 3, ...to];
  });
  return { closed: false, start: [points[0][0], points[0][1]], segments };
}
