import { boundsArea, boundsMiddle, isInBounds, joinBounds, type Bounds } from '../geometry';
import { behind, type Place } from '../layout';
import { processOf } from '../recipes';
import { replaced, withSteps, type JobDocument, type Part, type Placement, type Step } from './document';
import { MOST_PLACES } from './lay-parts';
import { madeId } from './made-id';
import { drawingUnder, lookup, partsOf, placementsOf, processedIn, shareSheet } from './parts-of';
import { refuse } from './refusal';
import { shapeBox } from './shapes';
import type { Shape } from './shape';
import type { JobShop } from './shop';
import { isOfTurnMarks } from './turn-marks';

/** Whether a step's parts lie behind their front: done after the sheet was turned over, to be read from there. */
export const isBehind = ({ turned, mirrored, process }: Pick<Step, 'turned' | 'mirrored' | 'process'>): boolean =>
  Boolean(turned) && mirrored && !isPressed(process);

/** What is pressed lies on a sheet of its own, whichever side of a blank it goes onto. */
export const isPressed = (process: Step['process']): boolean => processOf(process).path === 'none';

/** Whether a part is there to find a turned sheet by. */
function isTurnMark(document: JobDocument, { making }: Part): boolean {
  const drawing = drawingUnder(document, making);
  return drawing !== undefined && isOfTurnMarks(drawing);
}

/** Whether a step does nothing but the marks that a sheet is turned over by. */
export const marksToTurn = (document: JobDocument, stepId: string): boolean => {
  const parts = processedIn(document, stepId);
  return parts.length > 0 && parts.every((part) => isTurnMark(document, part));
};

/** What of a step follows from the side that it is done on. What is put on a back is read from there; what is cut there is seen from the front. */
export function onItsSide(step: Step, isMaterialMirrored: boolean): Step {
  if (isPressed(step.process))
    return {
      ...step,
      isFromBack: false,
      mirrored: processOf(step.process).liesFaceDown === true && isMaterialMirrored,
    };
  const isRead = Boolean(step.turned) && !processOf(step.process).parts;
  return { ...step, isFromBack: isRead, mirrored: isRead || isMaterialMirrored };
}

/** After a step went to the other side: its sheet is turned over one way only, what is cut out of it is cut last, and the back lies behind its front. */
export function withSides(before: JobDocument, document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(stepId)!;
  const sharing = document.steps.filter(
    ({ id }) => id !== stepId && shareSheet(document, id, stepId) && !marksToTurn(document, id),
  );
  const cuts = ({ process }: Step) => processOf(process).parts === true;
  const isAnyTurned = [step, ...sharing].some((other) => Boolean(other.turned) && !cuts(other));
  const changed = sharing.flatMap((other): Step[] => {
    const follows = cuts(other) && !cuts(step);
    const turned = follows
      ? isAnyTurned
        ? (step.turned ?? other.turned)
        : null
      : other.turned && (step.turned ?? other.turned);
    return turned === other.turned ? [] : [{ ...other, turned }];
  });
  let next = hasFront(document, stepId, shop) ? document : turnedWithoutFront(before, document, stepId, shop);
  next = withSteps(next, changed);
  for (const { id } of [step, ...changed]) next = laidWithFront(next, id, shop);
  return next;
}

const hasFront = (document: JobDocument, stepId: string, shop: JobShop): boolean =>
  frontsOf(document, stepId, shop.shapes(document)).length > 0;

/** Where nothing is done on the front, a step is turned over where it lies: its box stays. */
function turnedWithoutFront(before: JobDocument, document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const [was, is] = [lookup(before).steps.get(stepId), lookup(document).steps.get(stepId)!];
  const shapes = shop.shapes(document);
  const boxes = processedIn(document, stepId).flatMap(({ id }) => shapeBox(shapes, id) ?? []);
  if (!was || boxes.length === 0) return document;
  const box = boxes.reduce(joinBounds);
  const moved = partsOf(document, stepId).flatMap(({ id }) => {
    const then = new Map(placementsOf(before, id).map((place) => [place.id, place]));
    return placementsOf(document, id).flatMap((now): Placement[] => {
      const place = then.get(now.id);
      if (!place) return [];
      const front = isBehind(was) ? behind(place, box, box, was.turned!) : { ...place, turnedOver: is.mirrored };
      const lies = isBehind(is) ? behind({ ...front, turnedOver: false }, box, box, is.turned!) : front;
      return [{ ...now, x: lies.x + 0, y: lies.y + 0, angle: lies.angle + 0, turnedOver: lies.turnedOver }];
    });
  });
  return { ...document, placements: replaced(document.placements, moved) };
}

/** A step without a front, laid with its front up, brought to be read from the back where it lies. */
export function turnedInPlace(document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(stepId)!;
  const own = new Set(partsOf(document, stepId).map(({ id }) => id));
  const placements = document.placements.map((place) => (own.has(place.partId) ? { ...place, angle: 0 } : place));
  const straight = { ...step, turned: null, mirrored: false };
  return turnedWithoutFront({ ...withSteps(document, [straight]), placements }, document, stepId, shop);
}

/** Lays the steps that are read from the back behind their fronts, wherever these lie; others stay as they are. */
export function backsLaid(document: JobDocument, stepIds: Iterable<string>, shop: JobShop): JobDocument {
  let next = document;
  for (const id of stepIds) if (isBehind(lookup(next).steps.get(id)!)) next = laidWithFront(next, id, shop);
  return next;
}

/** A part of the front, with what it takes up in the job's plane. */
interface Front {
  box: Bounds;
  places: readonly Placement[];
}

/** Lays a step where the fronts of its sheets lie, as often as they do; as it is where there is no front. */
export function laidWithFront(document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(stepId)!;
  const shapes = shop.shapes(document);
  const fronts = frontsOf(document, stepId, shapes);
  if (fronts.length === 0) return document;
  const own = partsOf(document, stepId).flatMap((part) => {
    const box = shapeBox(shapes, part.id);
    return box ? [{ part, box, host: fronts.find((front) => isOver(front.box, box)) }] : [];
  });
  const stray = own.filter(({ host }) => !host).map(({ box }) => box);
  const strayBox = stray.length ? stray.reduce(joinBounds) : null;
  const placements = own.flatMap(({ part, host }): Placement[] => {
    const front = host ?? fronts[0];
    const before = placementsOf(document, part.id);
    return front.places.map((place, i) => ({
      id: before[i]?.id ?? madeId(`place ${i}`, part.id),
      partId: part.id,
      sheetId: place.sheetId,
      ...placeOf(step, place, front.box, host ? front.box : strayBox!),
    }));
  });
  const moved = new Set(own.map(({ part }) => part.id));
  const staying = document.placements.filter(({ partId }) => !moved.has(partId));
  if (staying.length + placements.length > MOST_PLACES)
    refuse(`${staying.length + placements.length} places are too many: a job has ${MOST_PLACES} at most.`, 'turned');
  const known = new Map(placements.map((placement) => [placement.id, placement]));
  const kept = document.placements.filter(({ id, partId }) => !moved.has(partId) || known.has(id));
  const fresh = placements.filter(({ id }) => !document.placements.some((placement) => placement.id === id));
  return { ...document, placements: [...replaced(kept, placements), ...fresh] };
}

const placeOf = (step: Step, { x, y, angle, turnedOver }: Place, under: Bounds, own: Bounds): Place => {
  const front = { x, y, angle, turnedOver };
  const {
    x: left,
    y: up,
    ...lies
  } = isBehind(step) ? behind(front, under, own, step.turned!) : { ...front, turnedOver: step.mirrored };
  // No −0: on its way to the server it would become another number.
  return { x: left + 0, y: up + 0, ...lies };
};

/** What is done on the fronts of a step's sheets, the largest first. */
function frontsOf(document: JobDocument, stepId: string, shapes: ReadonlyMap<string, Shape>): Front[] {
  return document.steps
    .filter((other) => other.id !== stepId && !isBehind(other) && shareSheet(document, other.id, stepId))
    .flatMap(({ id }) => processedIn(document, id))
    .filter((part) => !isTurnMark(document, part))
    .flatMap(({ id }) => {
      const box = shapeBox(shapes, id);
      return box ? [{ box, places: placementsOf(document, id) }] : [];
    })
    .sort((a, b) => boundsArea(b.box) - boundsArea(a.box));
}

/** Whether the middle of a box lies in another one. */
const isOver = (under: Bounds, box: Bounds): boolean => isInBounds(boundsMiddle(box), under);
