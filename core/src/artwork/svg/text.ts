import { composeAffine, type Affine } from '../../geometry';
import type { FontByFamily, LoadedFont } from '../text/fonts';
import { clusterContours, type SetLetter } from '../text/set-text';
import { setLine, type SetCluster } from '../text/set-line';
import type { Context } from './context';
import type { TextCharacter } from './text-characters';
import type { Track } from './text-path';
import { userUnits } from './shapes';

/** A letter of a drawing's text where it stands, in user units, and the style it is drawn in. */
export interface DrawnLetter extends Omit<SetLetter, 'isStroked' | 'line'> {
  context: Context;
  isScript: boolean;
}

/** What became of a text. */
export interface SetSvgText {
  letters: DrawnLetter[];
  /** Words that are in no font that is there. */
  unset: string[];
  /** Letters that their font does not have. */
  missing: string[];
  /** Letters that have no room on their path. */
  beyond: number;
}

interface Chunk {
  characters: TextCharacter[];
  /** Letters of one style that stand after each other without a word about their places. */
  runs: { font: LoadedFont; context: Context; characters: TextCharacter[] }[];
}

/**
 * Sets the letters of a `text` element: a new chunk begins wherever a letter has an x or y of its own, each chunk is
 * aligned as `text-anchor` asks, and its letters are shaped run by run.
 */
export function setSvgText(
  characters: readonly TextCharacter[],
  fonts: FontByFamily,
  trackFor: (character: TextCharacter) => Track | null,
): SetSvgText {
  const done: SetSvgText = { letters: [], unset: [], missing: [], beyond: 0 };
  const missing = new Set<string>();
  let pen = { x: 0, y: 0 };
  for (const members of chunksOf(characters)) {
    const [first] = members;
    const chunk: Chunk = { characters: members, runs: [] };
    for (const character of members) {
      const { context } = character;
      const font = fonts({ family: context.family, weight: context.weight, isItalic: context.isItalic });
      if (!font) {
        chunk.runs = [];
        break;
      }
      const run = chunk.runs[chunk.runs.length - 1];
      if (run && run.context === context) run.characters.push(character);
      else chunk.runs.push({ font, context, characters: [character] });
    }
    if (chunk.runs.length === 0) {
      const words = members
        .map(({ letter }) => letter)
        .join('')
        .trim();
      if (words) done.unset.push(words);
      continue;
    }
    const track = trackFor(first);
    pen = { x: first.x ?? pen.x, y: first.y ?? pen.y };
    pen = setChunk(chunk, track, pen, done, missing);
  }
  done.missing = [...missing];
  return done;
}

function chunksOf(characters: readonly TextCharacter[]): TextCharacter[][] {
  const chunks: TextCharacter[][] = [];
  characters.forEach((character, i) => {
    const isNew =
      i === 0 ||
      character.x !== undefined ||
      character.y !== undefined ||
      character.onPath?.element !== characters[i - 1].onPath?.element;
    if (isNew) chunks.push([character]);
    else chunks[chunks.length - 1].push(character);
  });
  return chunks;
}

interface Placed {
  cluster: SetCluster;
  font: LoadedFont;
  context: Context;
  scale: number;
  left: number;
  dy: number;
  rotate: number;
}

/** The letters of a chunk along its line, from where it begins; with how long it is, and how far down it ends. */
function alongLine(runs: Chunk['runs']): { placed: Placed[]; along: number; down: number } {
  const placed: Placed[] = [];
  let along = 0;
  let down = 0;
  for (const { font, context, characters: own } of runs) {
    const scale = (context.viewport.fontSize ?? 16) / font.unitsPerEm;
    // Written downwards, letters hang with their middle on the line.
    const toMiddle = context.isVertical ? ((font.ascender + font.descender) / 2) * scale : 0;
    const line = own.map(({ letter }) => letter).join('');
    // Where each letter's first UTF-16 unit stands in the line.
    const starts = new Map<number, TextCharacter>();
    let unit = 0;
    for (const character of own) {
      starts.set(unit, character);
      unit += character.letter.length;
    }
    const { clusters, width } = setLine(font, line, {
      spacing: context.letterSpacing / scale,
      wordSpacing: context.wordSpacing / scale,
      direction: context.isRightToLeft ? 'rtl' : 'ltr',
    });
    let shifted = 0;
    for (const cluster of clusters) {
      const character = starts.get(cluster.at) ?? own[0];
      shifted += character.dx;
      down += character.dy;
      placed.push({
        cluster,
        font,
        context,
        scale,
        left: along + cluster.left * scale + shifted,
        dy: down + toMiddle,
        rotate: character.rotate,
      });
    }
    along += width * scale + shifted + (runs.length > 1 ? context.letterSpacing : 0);
  }
  return { placed, along, down };
}

function setChunk(
  { characters, runs }: Chunk,
  track: Track | null,
  pen: { x: number; y: number },
  done: SetSvgText,
  missing: Set<string>,
): { x: number; y: number } {
  const { placed, along, down } = alongLine(runs);
  const [{ context: style }] = runs;
  const isFlipped = style.isRightToLeft;
  const share = style.anchor === 'middle' ? 0.5 : (style.anchor === 'end') !== isFlipped ? 1 : 0;
  const start = track ? startOffset(characters[0], track) : pen.x;
  const before = characters.length ? words(done.letters) : 0;
  placed.forEach((letter) => {
    const { cluster, font, context } = letter;
    if (cluster.text.trim() === '') return;
    if (cluster.isMissing) {
      missing.add(cluster.text);
      return;
    }
    const place = placeOf(letter, start - share * along, pen.y, track);
    if (!place) done.beyond += 1;
    else if (context.visible)
      done.letters.push({
        letter: cluster.text,
        word: before + spacesUpTo(placed, letter),
        contours: clusterContours(font, cluster, place),
        context,
        isScript: font.isScript,
      });
  });
  return { x: pen.x - share * along + along, y: pen.y + down };
}

/** From font units about a letter's foot, y down, to user units; null where a path ends before it. */
function placeOf(
  { cluster, scale, left, dy, rotate }: Placed,
  from: number,
  baseline: number,
  track: Track | null,
): Affine | null {
  const turn = (rotate * Math.PI) / 180;
  const own: Affine = [
    scale * Math.cos(turn),
    scale * Math.sin(turn),
    -scale * Math.sin(turn),
    scale * Math.cos(turn),
    0,
    0,
  ];
  if (!track) return composeAffine(own, [1, 0, 0, 1, from + left, baseline + dy]);
  // On a path a letter stands at its middle, turned as the path goes there.
  const half = (cluster.width * scale) / 2;
  const spot = track.at(from + left + half);
  if (!spot) return null;
  const [cos, sin] = [Math.cos(spot.angle), Math.sin(spot.angle)];
  return composeAffine(composeAffine(own, [1, 0, 0, 1, -half, dy]), [cos, sin, -sin, cos, spot.x, spot.y]);
}

function startOffset({ onPath, context, x }: TextCharacter, track: Track): number {
  const written = onPath?.element.attribs.startOffset;
  return (
    (written === undefined ? 0 : userUnits(written, track.length, 'textPath startOffset', context.viewport.fontSize)) +
    (x ?? 0)
  );
}

const words = (letters: readonly DrawnLetter[]): number =>
  letters.reduce((most, { word }) => Math.max(most, word + 1), 0);
const spacesUpTo = (placed: readonly Placed[], letter: Placed): number =>
  placed.filter(({ cluster, left }) => cluster.text.trim() === '' && left < letter.left).length;
