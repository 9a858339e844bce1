import { sourceOf } from '../artwork-choices';
import { boundsArea, joinBounds, type Bounds, type Point } from '../geometry';
import type { AlignParts } from './action';
import { asOne } from './as-one';
import { chosenParts } from './chosen-parts';
import { replaced, withParts, type JobDocument, type Part } from './document';
import { refuseNothing } from './make-part';
import { drawingUnder, placementsOf } from './parts-of';
import { refuse } from './refusal';
import { settled } from './settled';
import { shapeBox } from './shapes';
import type { JobShop } from './shop';

interface Boxed {
  part: Part;
  box: Bounds;
}

/** What is moved as one: a text or a drawing of which other things are chosen too, else one part. */
interface Thing {
  parts: Boxed[];
  box: Bounds;
}

/**
 * Lays things to each other: by an edge or a middle of the largest of them, which stays where it is; or so that the gaps between
 * them are even. What came in together is one thing, unless nothing else is chosen. On a sheet they lie to each other as they do
 * in the drawing.
 */
export function alignParts(
  document: JobDocument,
  { partIds, at }: AlignParts,
  shop: JobShop,
  seed: string,
): JobDocument {
  const shapes = shop.shapes(document);
  const chosen = chosenParts(document, partIds).flatMap((part): Boxed[] => {
    const box = shapeBox(shapes, part.id);
    return box ? [{ part, box }] : [];
  });
  const least = at.startsWith('spread') ? 3 : 2;
  const things = thingsOf(document, chosen);
  if ((at === 'on-text' ? chosen : things).length < least)
    refuse(`Choose ${least} things or more to lay to each other.`, 'partIds');
  const next =
    at === 'on-text'
      ? moved(document, chosen, ontoText(document, chosen, shop), seed)
      : laidAlike(movedThings(document, things, movesFor(things, at), seed), things);
  refuseNothing(
    next,
    chosen.map(({ part }) => part.id),
    shop,
  );
  return settled(document, next, shop);
}

/** Of one drawing alone every part is a thing. */
function thingsOf(document: JobDocument, chosen: readonly Boxed[]): Thing[] {
  const byDrawing = new Map<string, Boxed[]>();
  for (const one of chosen) {
    const key = drawingUnder(document, one.part.making)?.id ?? one.part.id;
    byDrawing.set(key, [...(byDrawing.get(key) ?? []), one]);
  }
  const groups = byDrawing.size > 1 ? [...byDrawing.values()] : chosen.map((one) => [one]);
  return groups.map((parts) => ({ parts, box: parts.map(({ box }) => box).reduce(joinBounds) }));
}

const movedThings = (document: JobDocument, things: readonly Thing[], moves: readonly Point[], seed: string) =>
  things.reduce(
    (now, { parts }, i) =>
      moved(
        now,
        parts,
        parts.map(() => moves[i]),
        seed,
      ),
    document,
  );

const moved = (document: JobDocument, parts: readonly Boxed[], moves: readonly Point[], seed: string): JobDocument =>
  parts.reduce((now, { part }, i) => shiftedInPlane(now, part.id, moves[i].x, moves[i].y, seed), document);

/** What lies once on the sheet of the largest thing lies to it as it is drawn. */
function laidAlike(document: JobDocument, things: readonly Thing[]): JobDocument {
  const [anchor] = placementsOf(document, largestOf(things).parts[0].part.id);
  if (!anchor) return document;
  const { sheetId, x, y, angle, turnedOver } = anchor;
  const places = things
    .flatMap(({ parts }) => parts)
    .flatMap(({ part }) => {
      const [only, ...more] = placementsOf(document, part.id);
      return only?.sheetId === sheetId && more.length === 0 ? [{ ...only, x, y, angle, turnedOver }] : [];
    });
  return { ...document, placements: replaced(document.placements, places) };
}

/** Letters stand on one line where their feet are within this share of their height; an o reaches a little below it. */
const FOOT = 0.06;

/** Everything that is no letter is put onto the line on which the letters that are chosen stand. */
function ontoText(document: JobDocument, chosen: readonly Boxed[], shop: JobShop): Point[] {
  const textOf = ({ making }: Part) => {
    const drawing = drawingUnder(document, making);
    return drawing && sourceOf(drawing.source).choices === 'text' ? drawing.id : undefined;
  };
  const letters = chosen.filter(({ part }) => textOf(part) !== undefined);
  const text = letters[0] && textOf(letters[0].part);
  if (text === undefined) return refuse('Choose a letter of a text with them: they are put onto its line.', 'partIds');
  if (letters.length === chosen.length) refuse('Choose what is to stand on the line with the letters.', 'partIds');
  const line = footOf(
    letters.map(({ box }) => box),
    document.parts.flatMap((part) => {
      const box = textOf(part) === text ? shapeBox(shop.shapes(document), part.id) : null;
      return box ? [box] : [];
    }),
  );
  return chosen.map(({ part, box }) => ({ x: 0, y: textOf(part) === undefined ? line - box.maxY : 0 }));
}

/** Where most letters of the chosen ones' line have their feet: those with a tail hang below it, a dash floats above. */
function footOf(chosen: readonly Bounds[], all: readonly Bounds[]): number {
  const [top, bottom] = [Math.min(...chosen.map(({ minY }) => minY)), Math.max(...chosen.map(({ maxY }) => maxY))];
  const near = Math.max(...all.map(({ minY, maxY }) => maxY - minY)) * FOOT;
  const feet = all.map(({ maxY }) => maxY).filter((y) => y > top && y <= bottom + near);
  const shared = (y: number) => feet.filter((other) => Math.abs(other - y) <= near).length;
  // Of equals the highest: round letters reach a little below the line.
  return feet.reduce((best, y) => (shared(y) > shared(best) || (shared(y) === shared(best) && y < best) ? y : best));
}

function movesFor(chosen: readonly Thing[], at: Exclude<AlignParts['at'], 'on-text'>): Point[] {
  const { minX: left, maxX: right, minY: top, maxY: bottom } = largestOf(chosen).box;
  const toMiddleX = ({ box }: Thing) => (left + right) / 2 - (box.minX + box.maxX) / 2;
  const toMiddleY = ({ box }: Thing) => (top + bottom) / 2 - (box.minY + box.maxY) / 2;
  switch (at) {
    case 'left':
      return chosen.map(({ box }) => ({ x: left - box.minX, y: 0 }));
    case 'right':
      return chosen.map(({ box }) => ({ x: right - box.maxX, y: 0 }));
    case 'top':
      return chosen.map(({ box }) => ({ x: 0, y: top - box.minY }));
    case 'bottom':
      return chosen.map(({ box }) => ({ x: 0, y: bottom - box.maxY }));
    case 'centre':
      return chosen.map((one) => ({ x: toMiddleX(one), y: 0 }));
    case 'middle':
      return chosen.map((one) => ({ x: 0, y: toMiddleY(one) }));
    case 'on-one-middle':
      return chosen.map((one) => ({ x: toMiddleX(one), y: toMiddleY(one) }));
    case 'spread-across':
      return spread(chosen.map(({ box }) => [box.minX, box.maxX])).map((x) => ({ x, y: 0 }));
    case 'spread-down':
      return spread(chosen.map(({ box }) => [box.minY, box.maxY])).map((y) => ({ x: 0, y }));
  }
}

/** The first of the largest. */
const largestOf = (things: readonly Thing[]): Thing =>
  things.reduce((largest, thing) => (boundsArea(thing.box) > boundsArea(largest.box) ? thing : largest));

/** How far each span is moved so that all gaps between them are alike; the first and the last stay. */
function spread(spans: readonly (readonly [number, number])[]): number[] {
  const order = spans.map((_, i) => i).sort((a, b) => spans[a][0] + spans[a][1] - spans[b][0] - spans[b][1]);
  const from = Math.min(...spans.map(([low]) => low));
  const to = Math.max(...spans.map(([, high]) => high));
  const taken = spans.reduce((sum, [low, high]) => sum + high - low, 0);
  const gap = (to - from - taken) / (spans.length - 1);
  const moves: number[] = [];
  let next = from;
  for (const i of order) {
    moves[i] = next - spans[i][0];
    next += spans[i][1] - spans[i][0] + gap;
  }
  return moves;
}

/** A part moved in the plane: one that is moved already by other measures, another one as something that is moved. */
function shiftedInPlane(document: JobDocument, partId: string, x: number, y: number, seed: string): JobDocument {
  if (Math.abs(x) < 1e-9 && Math.abs(y) < 1e-9) return document;
  const part = document.parts.find(({ id }) => id === partId)!;
  const { making } = part;
  if (making.op === 'worked' && making.by === 'moved') {
    const { right = 0, down = 0 } = making.measures;
    return withParts(document, [
      { ...part, making: { ...making, measures: { ...making.measures, right: right + x, down: down + y } } },
    ]);
  }
  const measures = { right: x, down: y, turn: 0, width: 0, height: 0 };
  return asOne(document, part, [], (of) => ({ op: 'worked', by: 'moved', of, measures }), seed);
}
