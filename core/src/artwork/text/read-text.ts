import {
  boundsOf,
  flatten,
  knownBounds,
  regionArea,
  signedArea,
  union,
  type Bounds,
  type CurveContour,
  type Region,
} from '../../geometry';
import { artworkBounds } from '../artwork-bounds';
import { assembleParts } from '../assemble-parts';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';
import type { LoadedFont } from './fonts';
import { LONGEST_TEXT, linesOf, type TextChoices } from '../../artwork-choices';
import { setText, type FontOfLine, type SetLetter, type SetText } from './set-text';

/** Letters that overlap are put together as straight pieces this near to their curves, in mm. */
const JOIN_TOLERANCE_MM = 0.005;
/** Letters overlap where they share more than this, in mm². */
const SHARED_MM2 = 0.001;

/** A letter as it is put together with others. */
type TypeLetter = Pick<SetLetter, 'letter' | 'word' | 'contours' | 'isScript'>;

interface Drawn extends TypeLetter {
  region: Region;
  bounds: Bounds;
}

/**
 * A text as outlines: letters keep their curves; letters that overlap, as those of a joined script do, become one outline.
 * @param fontOfLine one font for all lines, or that of each
 * @throws ArtworkRefusedError for an empty or endless text, or one that the font has no letters for
 */
export function readText(
  fontOfLine: LoadedFont | FontOfLine,
  choices: TextChoices,
  colour = '#000000',
): ArtworkReading {
  if (choices.words.trim() === '') throw new ArtworkRefusedError('Some words were expected; the text is empty.');
  if (choices.words.length > LONGEST_TEXT)
    throw new ArtworkRefusedError(
      `A text of at most ${LONGEST_TEXT} letters was expected; ${choices.words.length} came.`,
    );
  const notices = new NoticeList();
  const { letters, missing } = asWide(typeof fontOfLine === 'function' ? fontOfLine : () => fontOfLine, choices);
  for (const letter of missing) notices.add('unread', `The font has no “${letter}”`);
  const known = letters.filter(({ letter }) => !missing.includes(letter));
  const hasLines = known.some(({ line }) => line !== known[0].line);
  const layerOf = ({ line }: { line: number }) => (hasLines ? `Line ${line + 1}` : null);
  const parts = [
    ...partsOf(
      known.filter(({ isStroked }) => !isStroked),
      colour,
      layerOf,
    ),
    ...strokedParts(
      known.filter(({ isStroked }) => isStroked),
      colour,
      layerOf,
    ),
  ];
  const box = artworkBounds(parts);
  if (!box) throw new ArtworkRefusedError('The font has none of these letters.');
  return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY, parts, notices: notices.list() };
}

/** So near to the width that was asked for, in mm. */
const WIDTH_TOLERANCE_MM = 0.001;

/** A text set, its letters sized until it is as wide as asked: what stands between letters stays, so it takes a few settings. */
function asWide(fontOfLine: FontOfLine, choices: TextChoices): SetText {
  let set = setText(fontOfLine, choices);
  if (choices.widthMm === null) return set;
  let size = 1;
  let [sizeBefore, widthBefore] = [0, spacedWidth(choices)];
  for (let turn = 0; turn < 12; turn++) {
    const box = knownBounds(set.letters.flatMap(({ contours }) => contours));
    if (!box) return set;
    const width = box.maxX - box.minX;
    if (Math.abs(width - choices.widthMm) < WIDTH_TOLERANCE_MM) return set;
    const slope = (width - widthBefore) / (size - sizeBefore);
    const next = slope > 0 ? size + (choices.widthMm - width) / slope : 0;
    if (!(next > 0))
      throw new ArtworkRefusedError(
        `A width that leaves room for letters was expected; ${choices.widthMm} mm is no more than what stands between them.`,
      );
    [sizeBefore, widthBefore] = [size, width];
    size = next;
    set = setText(fontOfLine, sized(choices, size));
  }
  return set;
}

/** What stands between the letters of the longest line, in mm: so wide it stays however small its letters are. */
const spacedWidth = ({ words, letterSpacingMm }: TextChoices): number =>
  Math.max(...linesOf(words).map((line) => Math.max(0, [...line].length - 1))) * letterSpacingMm;

/** The same text with letters of another size. */
const sized = (choices: TextChoices, size: number): TextChoices => ({
  ...choices,
  capHeightMm: choices.capHeightMm * size,
  lines: choices.lines.map((line) => ({
    ...line,
    capHeightMm: line.capHeightMm === null ? null : line.capHeightMm * size,
  })),
});

/** A part for each letter that is written in single lines. */
const strokedParts = (
  letters: readonly SetLetter[],
  colour: string,
  layerOf: (letter: SetLetter) => string | null,
): ArtworkPart[] =>
  letters
    .filter(({ contours }) => contours.length > 0)
    .map((letter) => ({
      name: letter.letter,
      colour,
      layer: layerOf(letter),
      contours: letter.contours,
      isFilled: false,
      // Cut, single lines would be slits: a pen or a point follows them.
      isMarking: true,
    }));

/** The parts that set letters make: one for each outline, with its holes. */
export function partsOf<Letter extends TypeLetter>(
  letters: readonly Letter[],
  colour: string,
  layerOf: (letter: Letter) => string | null = () => null,
): ArtworkPart[] {
  const drawn = letters.flatMap((letter): (Drawn & Letter)[] => {
    const points = letter.contours.map((contour) => flatten(contour, JOIN_TOLERANCE_MM).points);
    const bounds = boundsOf(points.flat());
    return bounds ? [{ ...letter, region: union([points]), bounds }] : [];
  });
  const parts: ArtworkPart[] = [];
  for (const group of overlapping(drawn)) {
    const name = group.map(({ letter }) => letter).join('');
    const { parts: pieces } = assembleParts(
      group.flatMap(({ contours }) => contours),
      'nonzero',
    );
    // The dot of an i stands apart from its stem in every script.
    const largest = pieces.reduce((best, piece) => (sizeOf(piece) > sizeOf(best) ? piece : best), pieces[0]);
    for (const piece of pieces) {
      const hangs = group[0].isScript && piece === largest && /\p{Letter}/u.test(name);
      parts.push({
        name,
        colour,
        layer: layerOf(group[0]),
        contours: piece,
        isFilled: true,
        ...(hangs ? { script: `word ${group[0].word}` } : {}),
      });
    }
  }
  return parts;
}

/** Letters that share area, put together. */
function overlapping<Letter extends Drawn>(drawn: readonly Letter[]): Letter[][] {
  const group = drawn.map((_, i) => i);
  const rootOf = (i: number): number => (group[i] === i ? i : rootOf(group[i]));
  for (let i = 0; i < drawn.length; i++)
    for (let j = i + 1; j < drawn.length; j++) {
      const [a, b] = [drawn[i].bounds, drawn[j].bounds];
      if (a.maxX <= b.minX || b.maxX <= a.minX || a.maxY <= b.minY || b.maxY <= a.minY) continue;
      const shared =
        regionArea(drawn[i].region) +
        regionArea(drawn[j].region) -
        regionArea(union([drawn[i].region, drawn[j].region]));
      if (shared > SHARED_MM2) group[rootOf(j)] = rootOf(i);
    }
  const groups = new Map<number, Letter[]>();
  drawn.forEach((letter, i) => groups.set(rootOf(i), [...(groups.get(rootOf(i)) ?? []), letter]));
  return [...groups.values()];
}

const sizeOf = ([outline]: CurveContour[]): number => Math.abs(signedArea(flatten(outline, 0.1).points));
