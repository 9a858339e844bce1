import { madeId } from './made-id';
import { contourBounds } from '../geometry';
import { isKeptPicture, sourceOf, type TextChoices } from '../artwork-choices';
import type { AddDrawing, ChangeDrawing, TakeReading } from './action';
import { replaced, withParts, withSteps, type Drawing, type JobDocument, type Part } from './document';
import type { ContourKey, DrawnMaking } from './making';
import { drawingUnder, lookup } from './parts-of';
import { processOf } from '../recipes';
import { isOfPictures } from './picture-steps';
import type { KeyedPart, KeyedReading } from './reading-keys';
import { refuse } from './refusal';
import { settled } from './settled';
import type { JobShop } from './shop';
import { StepsFor } from './steps-for';
import { isOfAid } from './turn-marks';
import { turnedStepsKept } from './turned-steps-kept';
import { backsLaid, isBehind, marksToTurn } from './two-sides';
import { withoutParts } from './without-parts';

/** What a job may hold; more is hard to keep in view. */
export const MOST_DRAWINGS = 12;
/** Drawings stand this far from each other at first, in mm. */
const BESIDE_MM = 10;

/** Brings in a drawing at its own size beside the others, with a part for each part of its reading. */
export function addDrawing(document: JobDocument, action: AddDrawing, shop: JobShop): JobDocument {
  if (document.drawings.length >= MOST_DRAWINGS)
    refuse(`A job holds at most ${MOST_DRAWINGS} drawings. Start a new job for another one.`, 'file');
  if (document.drawings.some(({ id }) => id === action.drawingId))
    refuse('This drawing is in the job already.', 'file');
  const { source, name, choices, drawn } = action;
  const drawing: Drawing = {
    id: action.drawingId,
    source,
    name,
    choices,
    reading: 1,
    drawn,
    scaleX: 1,
    scaleY: 1,
    xMm: rightOf(document.drawings),
    yMm: 0,
    isSizeLocked: false,
    readsReversed: startsReversed(source, choices),
  };
  const reading = shop.reading(drawing.id, 1);
  const next = { ...document, drawings: [...document.drawings, drawing] };
  return settled(document, withNewParts(next, drawing, reading, reading.parts, shop), shop);
}

const rightOf = (drawings: readonly Drawing[]): number =>
  drawings.reduce(
    (far, { xMm, drawn, scaleX }) => Math.max(far, xMm + (drawn.maxX - drawn.minX) * scaleX + BESIDE_MM),
    0,
  );

/** Who sets a text says which way it reads; of a file nobody was asked yet. */
const startsReversed = (source: Drawing['source'], choices: Drawing['choices']): boolean | null =>
  sourceOf(source).choices === 'text' ? (choices as TextChoices).isReversed : null;

/** Adds parts of a reading, each to the step of its colour (of this drawing first), made where there is none. */
function withNewParts(
  document: JobDocument,
  drawing: Drawing,
  reading: KeyedReading,
  read: readonly KeyedPart[],
  shop: JobShop,
): JobDocument {
  const groups = new Map(reading.parts.map((part) => [part.key, groupOf(part)]));
  const stepOf = new Map<string, string>();
  for (const { making, stepId } of document.parts) {
    if (making.op !== 'drawn' || making.drawingId !== drawing.id || stepId === null) continue;
    const group = groups.get(making.contours[0]?.[0] ?? '');
    if (group && !stepOf.has(group)) stepOf.set(group, stepId);
  }
  // A text joins the step that is there already in its colour; a drawing brings its own.
  // What only helps is done by itself, whatever colour it has: marks to turn by, and a ruler of another material.
  if (sourceOf(drawing.source).joinsSteps && !isOfAid(drawing))
    for (const { id, colour, process, isSkipped } of document.steps) {
      // What is drawn joins no step that cuts out, and nothing joins a picture that is only printed.
      const joining = processOf(process).parts ? [colour] : [colour, groupOf({ colour, isMarking: true })];
      if (marksToTurn(document, id) || (isSkipped && isOfPictures(document, id))) continue;
      for (const group of joining) if (!stepOf.has(group)) stepOf.set(group, id);
    }
  const fresh = read.map((part): Part => ({
    id: madeId(`part ${part.key}`, drawing.id),
    name: part.name,
    role: 'process',
    stepId: null,
    making: { op: 'drawn', drawingId: drawing.id, contours: wholeOf(part) },
  }));
  const steps = new StepsFor(
    { ...document, parts: inDrawingOrder(document, drawing, reading, fresh) },
    stepOf,
    shop,
    drawing.id,
  );
  const isPicture = isKeptPicture(drawing);
  fresh.forEach((part, i) => {
    const { colour, isMarking } = read[i];
    steps.take(part, groupOf(read[i]), colour, { isMarking, isPicture });
  });
  return steps.done();
}

/** What goes into one step: parts of one colour, those that are drawn apart from those that are cut. */
const groupOf = ({ colour, isMarking }: Pick<KeyedPart, 'colour' | 'isMarking'>): string =>
  isMarking ? `${colour} drawn` : colour;

const wholeOf = ({ key, contours }: KeyedPart): ContourKey[] => contours.map((_, i) => [key, i]);

/** Parts of one drawing stay together, as they come in its reading; those that are made follow what they stand on. */
function inDrawingOrder(
  document: JobDocument,
  drawing: Drawing,
  reading: KeyedReading,
  fresh: readonly Part[],
): Part[] {
  const all = [...document.parts, ...fresh];
  const whole = { ...document, parts: all };
  const rank = new Map(reading.parts.map(({ key }, i) => [key, i]));
  const drawings = new Map(document.drawings.map(({ id }, i) => [id, i]));
  let last: [number, number] = [0, 0];
  const places = new Map<string, [number, number]>();
  for (const part of all) {
    const under = drawingUnder(whole, part.making);
    const at = drawings.get(under?.id ?? '') ?? last[0];
    const first = part.making.op === 'drawn' ? (part.making.contours[0]?.[0] ?? '') : null;
    last = [at, under === drawing && first !== null ? (rank.get(first) ?? last[1]) : at === last[0] ? last[1] : 0];
    places.set(part.id, last);
  }
  return all
    .map((part, i) => ({ part, place: places.get(part.id)!, i }))
    .sort((a, b) => a.place[0] - b.place[0] || a.place[1] - b.place[1] || a.i - b.i)
    .map(({ part }) => part);
}

/** Takes another reading: parts keep what they are made of by its keys; what is not in it any more is gone with what stands on it, and what is new comes in. */
export function takeReading(document: JobDocument, action: TakeReading, shop: JobShop): JobDocument {
  const before =
    lookup(document).drawings.get(action.drawingId) ?? refuse('That drawing is not in this job.', 'drawingId');
  const { name, choices, drawn } = action;
  const drawing: Drawing = { ...before, reading: action.reading, name, choices, drawn };
  if (sourceOf(drawing.source).choices === 'text') drawing.readsReversed = (choices as TextChoices).isReversed;
  const [was, is] = [shop.reading(drawing.id, before.reading), shop.reading(drawing.id, drawing.reading)];
  const [wasByKey, isByKey] = [was, is].map(({ parts }) => new Map(parts.map((part) => [part.key, part])));
  const kept: Part[] = [];
  const gone: string[] = [];
  for (const part of document.parts) {
    if (part.making.op !== 'drawn' || part.making.drawingId !== drawing.id) continue;
    const contours = foundAgain(part.making, wasByKey, isByKey);
    if (contours.length === 0) gone.push(part.id);
    else kept.push({ ...part, name: renamed(part, wasByKey, isByKey), making: { ...part.making, contours } });
  }
  const found = new Set(kept.flatMap(({ making }) => (making as DrawnMaking).contours.map(([key]) => key)));
  // A picture that was only printed and is traced now is worked on.
  const isTracedNow = isKeptPicture(before) && !isKeptPicture(drawing);
  const worked = isTracedNow
    ? document.steps.filter(({ id }) => isOfPictures(document, id)).map((step) => ({ ...step, isSkipped: false }))
    : [];
  const next = withParts(withSteps({ ...document, drawings: replaced(document.drawings, [drawing]) }, worked), kept);
  const fresh = is.parts.filter(({ key }) => !found.has(key));
  return settled(document, withNewParts(withoutParts(next, gone), drawing, is, fresh, shop), shop);
}

type PartsByKey = ReadonlyMap<string, KeyedPart>;

/** What of a part's contours is in another reading: all of a part where it had all, otherwise those of the same number. */
function foundAgain({ contours }: DrawnMaking, was: PartsByKey, is: PartsByKey): ContourKey[] {
  const keys = [...new Set(contours.map(([key]) => key))];
  return keys.flatMap((key): ContourKey[] => {
    const [before, after] = [was.get(key), is.get(key)];
    if (!after) return [];
    const own = contours.filter(([k]) => k === key);
    return own.length === before?.contours.length ? wholeOf(after) : own.filter(([, i]) => i < after.contours.length);
  });
}

/** A part that has its drawing's name takes the one that it has there now. */
function renamed({ name, making }: Part, was: PartsByKey, is: PartsByKey): string {
  const key = (making as DrawnMaking).contours[0]?.[0] ?? '';
  return was.get(key)?.name === name ? (is.get(key)?.name ?? name) : name;
}

/** Changes a drawing's size, place, or what is known of it. A locked size is refused, with the reason. */
export function changeDrawing(document: JobDocument, action: ChangeDrawing, shop: JobShop): JobDocument {
  const drawing =
    lookup(document).drawings.get(action.drawingId) ?? refuse('That drawing is not in this job.', 'drawingId');
  const changed = sized(drawing, keptSize(document, drawing, shop.reading(drawing.id, drawing.reading)), action);
  const next = { ...document, drawings: replaced(document.drawings, [changed]) };
  const kept = turnedStepsKept(document, next, new Set([changed.id]), shop);
  const backs = kept.steps.filter(isBehind).map(({ id }) => id);
  return backs.length ? backsLaid(kept, backs, shop) : kept;
}

/** How large a drawing is without what is left out of it, in mm as the file has it; all of it where nothing is kept. */
export function keptSize(
  document: JobDocument,
  { id, drawn }: Pick<Drawing, 'id' | 'drawn'>,
  reading: KeyedReading,
): { keptWidthMm: number; keptHeightMm: number } {
  const all = { keptWidthMm: drawn.maxX - drawn.minX, keptHeightMm: drawn.maxY - drawn.minY };
  const own = document.parts.flatMap(({ making, role }) =>
    making.op === 'drawn' && making.drawingId === id ? [{ making, role }] : [],
  );
  const kept = own.filter(({ role }) => role !== 'out');
  if (kept.length === own.length) return all;
  const byKey = new Map(reading.parts.map((part) => [part.key, part]));
  const bounds = contourBounds(
    kept.flatMap(({ making }) => making.contours.flatMap(([key, i]) => byKey.get(key)?.contours[i] ?? [])),
  );
  return bounds ? { keptWidthMm: bounds.maxX - bounds.minX, keptHeightMm: bounds.maxY - bounds.minY } : all;
}

function sized(
  drawing: Drawing,
  { keptWidthMm, keptHeightMm }: ReturnType<typeof keptSize>,
  { widthMm, heightMm, xMm, yMm, isSizeLocked, readsReversed }: ChangeDrawing,
): Drawing {
  const next: Drawing = {
    ...drawing,
    xMm: xMm ?? drawing.xMm,
    yMm: yMm ?? drawing.yMm,
    isSizeLocked: isSizeLocked ?? drawing.isSizeLocked,
    readsReversed: readsReversed ?? drawing.readsReversed,
  };
  if (widthMm === undefined && heightMm === undefined) return next;
  if (drawing.isSizeLocked && isSizeLocked !== false)
    refuse(
      `The size of “${drawing.name}” is locked: its gaps and printed scales must stay as they are. Unlock it first.`,
      'widthMm',
    );
  const across = widthMm !== undefined && keptWidthMm > 0 ? widthMm / keptWidthMm : null;
  const down = heightMm !== undefined && keptHeightMm > 0 ? heightMm / keptHeightMm : null;
  // Given only one, the ratio is kept as it is now.
  const scaleX = across ?? (drawing.scaleX * (down ?? NaN)) / drawing.scaleY;
  const scaleY = down ?? (drawing.scaleY * (across ?? NaN)) / drawing.scaleX;
  if (!(scaleX > 1e-4 && scaleX < 1e4 && scaleY > 1e-4 && scaleY < 1e4))
    refuse('That size cannot be made of this drawing: it is a line, or ten thousand times too large.', 'widthMm');
  return { ...next, scaleX, scaleY };
}
