import { holds } from '../geometry';
import { boundsOnSheet, movedAlong, type PartOnPiece } from '../layout';
import type { GroupSteps, MergeSteps, MoveIn, NudgeParts, OrderSteps } from './action';
import { withParts, type JobDocument, type Part } from './document';
import { laid, lieOf, shifted } from './lay';
import { lookup, partsOf, placementsOf, processedIn, shareSheet } from './parts-of';
import { placedAfresh } from './place-afresh';
import { refuse } from './refusal';
import { inRunningOrder, settled } from './settled';
import { shapeBox } from './shapes';
import { pieceOf, type JobShop } from './shop';
import { StepsFor } from './steps-for';
import { tidied } from './tidied';

/** Moves some parts of a step on their sheet, with what lies on it in other steps unless they are to move alone. */
export function nudgeParts(
  document: JobDocument,
  { stepId, partIds, dxMm, dyMm, alone }: NudgeParts,
  shop: JobShop,
): JobDocument {
  if (!lookup(document).steps.has(stepId)) refuse('That step is not in this job.', 'stepId');
  const own = new Set(partsOf(document, stepId).map(({ id }) => id));
  const known = partIds.filter((id) => own.has(id));
  if (known.length !== partIds.length)
    refuse(`${partIds.length} parts were to be nudged, ${known.length} of them are in this step.`, 'partIds');
  // What others have to do with it is only looked for where there are others.
  const isShared = !alone && document.steps.some(({ id }) => id !== stepId && shareSheet(document, id, stepId));
  const moved = isShared ? movedAlong(stepId, known, laidParts(document, shop)) : known;
  return shifted(document, moved, { x: dxMm, y: dyMm });
}

/** Moves a step back onto its sheet; where that would push off it what lies there in other steps, all of it is laid afresh. */
export function moveIn(document: JobDocument, { stepId, dxMm, dyMm }: MoveIn, shop: JobShop): JobDocument {
  const partIds = partsOf(document, stepId).map(({ id }) => id);
  const moved = nudgeParts(document, { do: 'nudge-parts', stepId, partIds, dxMm, dyMm }, shop);
  const before = offSheet(document, shop);
  const isPushedOff = [...offSheet(moved, shop)].some((id) => !before.has(id));
  return isPushedOff ? placedAfresh(document, stepId, shop) : moved;
}

/** The parts that reach over the edge of the piece that they lie on. */
function offSheet(document: JobDocument, shop: JobShop): Set<string> {
  const { sheets } = lookup(document);
  return new Set(
    laidParts(document, shop).flatMap(({ id, bounds, place, sheetId }) => {
      const piece = sheetId === null ? null : pieceOf(shop, sheets.get(sheetId)?.stockPieceId ?? null);
      if (!piece) return [];
      const whole = { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm };
      return holds(whole, boundsOnSheet({ bounds, place })) ? [] : [id];
    }),
  );
}

/** The parts that are processed, with what they take up wherever they lie. */
function laidParts(document: JobDocument, shop: JobShop): PartOnPiece[] {
  const shapes = shop.shapes(document);
  const known = new Set(document.sheets.flatMap(({ id, stockPieceId }) => (stockPieceId === null ? [] : [id])));
  return document.parts.flatMap(({ id, stepId, role }) => {
    const bounds = role === 'process' ? shapeBox(shapes, id) : null;
    return bounds
      ? placementsOf(document, id).map((place) => ({
          id,
          stepId,
          bounds,
          sheetId: known.has(place.sheetId) ? place.sheetId : null,
          place,
        }))
      : [];
  });
}

/** Puts the parts of one step into another, which stays as it is; the first is gone. */
export function mergeSteps(document: JobDocument, { stepId, intoId }: MergeSteps, shop: JobShop): JobDocument {
  const { steps } = lookup(document);
  if (!steps.has(stepId)) refuse('That step is not in this job.', 'stepId');
  if (!steps.has(intoId) || intoId === stepId)
    refuse('The step to merge into is not another one of this job.', 'intoId');
  const moved = document.parts.filter((part) => part.stepId === stepId);
  const [resident] = processedIn(document, intoId);
  const lie = resident && lieOf(document, resident.id);
  let next: JobDocument = {
    ...withParts(
      document,
      moved.map((part) => ({ ...part, stepId: intoId })),
    ),
    steps: document.steps.filter(({ id }) => id !== stepId),
  };
  const ids = moved.filter(({ role }) => role !== 'within').map(({ id }) => id);
  if (lie) next = laid(next, ids, lie);
  return tidied(inRunningOrder(placedAfresh(next, intoId, shop)));
}

/** A step for each colour or layer of what is processed; steps whose parts agree on one stay as they are. */
export function groupSteps(document: JobDocument, { by }: GroupSteps, shop: JobShop, seed: string): JobDocument {
  const shapes = shop.shapes(document);
  const keyOf = ({ id }: Part): string => {
    const { colour, layer } = shapes.get(id)!;
    return by === 'colour' ? colour : (layer ?? 'no layer');
  };
  const taken = new Map<string, string>();
  for (const step of document.steps) {
    const keys = [...new Set(processedIn(document, step.id).map(keyOf))];
    const free = keys.find((key) => !taken.has(key));
    if (free !== undefined) taken.set(free, step.id);
  }
  const steps = new StepsFor(document, taken, shop, seed);
  for (const part of document.parts)
    if (part.role === 'process') steps.take(part, keyOf(part), shapes.get(part.id)!.colour);
  return settled(document, steps.done(), shop);
}

/** Puts the steps into an order by hand, or back into the one that the rules make. */
export function orderStepsByHand(document: JobDocument, { order }: OrderSteps): JobDocument {
  if (order.length === 0) return tidied(inRunningOrder({ ...document, isOrderByHand: false }));
  const { steps } = lookup(document);
  if (order.length !== steps.size || new Set(order).size !== order.length || order.some((id) => !steps.has(id)))
    refuse('Every step of the job was expected once in the order.', 'order');
  return tidied({ ...document, steps: order.map((id) => steps.get(id)!), isOrderByHand: true });
}
