import {
  boundsOf,
  flatten,
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
import { LONGEST_TEXT, type TextChoices } from '../../artwork-choices';
import { setText, type SetLetter } from './set-text';

/** Letters that overlap are put together as straight pieces this near to their curves, in mm. */
const JOIN_TOLERANCE_MM = 0.005;
/** Letters overlap where they share more than this, in mm². */
const SHARED_MM2 = 0.001;

interface Drawn extends SetLetter {
  region: Region;
  bounds: Bounds;
}

/**
 * A text as outlines: letters keep their curves; letters that overlap, as those of a joined script do, become one outline.
 * @throws ArtworkRefusedError for an empty or endless text, or one that the font has no letters for
 */
export function readText(loaded: LoadedFont, choices: TextChoices, colour = '#000000'): ArtworkReading {
  if (choices.words.trim() === '') throw new ArtworkRefusedError('Some words were expected; the text is empty.');
  if (choices.words.length > LONGEST_TEXT)
    throw new ArtworkRefusedError(
      `A text of at most ${LONGEST_TEXT} letters was expected; ${choices.words.length} came.`,
    );
  const notices = new NoticeList();
  const { letters, missing } = setText(loaded, choices);
  for (const letter of missing) notices.add('unread', `The font has no “${letter}”`);
  const known = letters.filter(({ letter }) => !missing.includes(letter));
  const parts = loaded.isStroked ? strokedParts(known, colour) : partsOf(known, loaded.isScript, colour);
  const box = artworkBounds(parts);
  if (!box) throw new ArtworkRefusedError('The font has none of these letters.');
  return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY, parts, notices: notices.list() };
}

/** A part for each letter that is written in single lines. */
const strokedParts = (letters: readonly SetLetter[], colour: string): ArtworkPart[] =>
  letters
    .filter(({ contours }) => contours.length > 0)
    .map(({ letter, contours }) => ({ name: letter, colour, layer: null, contours, isFilled: false }));

/** The parts that set letters make: one for each outline, with its holes. */
export function partsOf(letters: readonly SetLetter[], isScript: boolean, colour: string): ArtworkPart[] {
  const drawn = letters.flatMap((letter): Drawn[] => {
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
      const hangs = isScript && piece === largest && /\p{Letter}/u.test(name);
      parts.push({
        name,
        colour,
        layer: null,
        contours: piece,
        isFilled: true,
        ...(hangs ? { script: `word ${group[0].word}` } : {}),
      });
    }
  }
  return parts;
}

/** Letters that share area, put together. */
function overlapping(drawn: Drawn[]): Drawn[][] {
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
  const groups = new Map<number, Drawn[]>();
  drawn.forEach((letter, i) => groups.set(rootOf(i), [...(groups.get(rootOf(i)) ?? []), letter]));
  return [...groups.values()];
}

const sizeOf = ([outline]: CurveContour[]): number => Math.abs(signedArea(flatten(outline, 0.1).points));
