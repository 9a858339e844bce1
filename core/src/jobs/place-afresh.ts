import { commonBounds, joinBounds, type Bounds, type Point } from '../geometry';
import { boundsOnSheet, firstPlace, freePlaces, marksFor, withinPageMarks } from '../layout';
import { cuttableArea, type Machine } from '../machines';
import { outlineOf } from '../materials';
import type { JobDocument } from './document';
import { laid } from './lay';
import { laidApart } from './laid-apart';
import { lookup, partsOf, placementsOf, processedIn, shareSheet, sheetOf } from './parts-of';
import { shapeBox, stepBox } from './shapes';
import { pieceOf, type JobShop, type ShopPiece } from './shop';
import { usedSpots } from './used-spots';
import { backsLaid, isBehind, laidWithFront, marksToTurn, turnedInPlace } from './two-sides';

/** Lays a step in the first place of its sheet, together with all steps that are done on the same sheet from the same side. */
export function placedAfresh(document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(stepId);
  const sheet = sheetOf(document, stepId);
  const piece = sheet && pieceOf(shop, sheet.stockPieceId);
  const machine = step && shop.machines.get(step.machineId);
  if (!step || !piece || !machine) return document;
  if (isBehind(step)) {
    const behind = laidWithFront(document, stepId, shop);
    if (behind !== document) return behind;
  }
  if (marksToTurn(document, stepId)) return markedAround(document, stepId, sheet.id, piece, shop);
  const together = document.steps.filter(
    (other) =>
      other.id === stepId ||
      (shareSheet(document, other.id, stepId) && other.mirrored === step.mirrored && !marksToTurn(document, other.id)),
  );
  const shapes = shop.shapes(document);
  // A guide shows where the blank lies: it comes to lie on the sheet with the rest.
  const boxes = together.flatMap(({ id }) => stepBox(document, shapes, id, true) ?? []);
  if (boxes.length === 0) return document;
  // What all of their machines reach.
  const areas = together.flatMap(({ machineId }) => {
    const on = shop.machines.get(machineId);
    return (on && cuttableArea(on, piece, sheet.onCarrier, sheet.carrierAt)) ?? [];
  });
  const whole = { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm };
  const reach = commonBounds(areas) ?? cuttableArea(machine, piece, sheet.onCarrier, sheet.carrierAt) ?? whole;
  const free = withinMarks(document, stepId, reach, shop);
  const isPrinted = together.some(({ id }) => partsOf(document, id).some((part) => shapes.get(part.id)?.print));
  const box = boxes.reduce(joinBounds);
  const inside = isPrinted ? withinPrint(piece, machine, free) : null;
  const area = inside && hasRoomFor(box, inside) ? inside : free;
  // What is read from the back and has no front is laid as it was drawn, and turned over where it lies.
  const isAlone = isBehind(step);
  const mirrored = step.mirrored && !isAlone;
  const place = placeInOutline(piece, area, box, mirrored) ?? firstPlace(area, box, mirrored);
  const backs = document.steps.filter((other) => isBehind(other) && shareSheet(document, other.id, stepId));
  const room = { sheetId: sheet.id, piece, turnedOver: mirrored };
  // As it was drawn, if there is room for that; else drawing by drawing, where a print leaves its marks bare if it can.
  const apart = [inside, free].filter((one): one is Bounds => one !== null && !hasRoomFor(box, one));
  const stepIds = together.map(({ id }) => id);
  const next =
    (backs.length === 0 ? firstOf(apart, (one) => laidApart(document, stepIds, { ...room, area: one }, shop)) : null) ??
    laid(
      document,
      stepIds.flatMap((id) => partsOf(document, id).map((part) => part.id)),
      { ...place, sheetId: sheet.id, turnedOver: mirrored },
    );
  if (isAlone) return together.reduce((now, { id }) => turnedInPlace(now, id, shop), next);
  return backsLaid(
    next,
    backs.map(({ id }) => id),
    shop,
  );
}

/** What of an area lies within the marks of a printed page; null where nothing does, or nothing is printed as a page. */
function withinPrint(piece: ShopPiece, machine: Machine, area: Bounds): Bounds | null {
  const page = { widthMm: piece.widthMm, heightMm: piece.lengthMm };
  const inside = piece.kind === 'roll' ? null : withinPageMarks(page, marksFor(machine));
  return inside && commonBounds([inside, area]);
}

const hasRoomFor = (work: Bounds, area: Bounds): boolean =>
  work.maxX - work.minX <= area.maxX - area.minX && work.maxY - work.minY <= area.maxY - area.minY;

/** What is made of the first of them of which something can be made. */
function firstOf<T, U>(all: readonly T[], make: (one: T) => U | null): U | null {
  for (const one of all) {
    const made = make(one);
    if (made !== null) return made;
  }
  return null;
}

/** What is free of an area between the marks that its sheet is turned over by; all of it where it has none. */
function withinMarks(document: JobDocument, stepId: string, area: Bounds, shop: JobShop): Bounds {
  const shapes = shop.shapes(document);
  const marks = document.steps
    .filter(({ id }) => marksToTurn(document, id) && shareSheet(document, id, stepId))
    .flatMap(({ id }) => processedIn(document, id))
    .flatMap(({ id }) => {
      const box = shapeBox(shapes, id);
      return box ? placementsOf(document, id).map((place) => boundsOnSheet({ bounds: box, place })) : [];
    });
  if (marks.length === 0) return area;
  const middle = { x: (area.minX + area.maxX) / 2, y: (area.minY + area.maxY) / 2 };
  return marks.reduce(
    (free, { minX, minY, maxX, maxY }) => ({
      minX: maxX < middle.x ? Math.max(free.minX, maxX) : free.minX,
      minY: maxY < middle.y ? Math.max(free.minY, maxY) : free.minY,
      maxX: minX > middle.x ? Math.min(free.maxX, minX) : free.maxX,
      maxY: minY > middle.y ? Math.min(free.maxY, minY) : free.maxY,
    }),
    area,
  );
}

/** Marks lie round all else, in the middle of their sheet. */
function markedAround(
  document: JobDocument,
  stepId: string,
  sheetId: string,
  { widthMm, lengthMm }: ShopPiece,
  shop: JobShop,
): JobDocument {
  const box = stepBox(document, shop.shapes(document), stepId);
  if (!box) return document;
  const at = { x: (widthMm - box.minX - box.maxX) / 2, y: (lengthMm - box.minY - box.maxY) / 2 };
  const ids = partsOf(document, stepId).map(({ id }) => id);
  const next = laid(document, ids, { ...at, sheetId, turnedOver: false });
  const other = next.steps.find(
    ({ id, turned, mirrored }) => id !== stepId && !(turned && mirrored) && shareSheet(next, id, stepId),
  );
  const isLaidByHand = next.steps.some(
    ({ id }) =>
      id !== stepId &&
      shareSheet(next, id, stepId) &&
      partsOf(next, id).some((part) => placementsOf(next, part.id).length > 1),
  );
  // What lies in its first place goes between them; what was laid out stays, and the checks tell what lies on a mark.
  return other && !isLaidByHand ? placedAfresh(next, other.id, shop) : next;
}

/** What is kept free to the edge of an odd piece, in mm. */
const EDGE_MM = 2;

/** The first place of a step in a piece that is no rectangle; null where it is one, or where there is no room. */
function placeInOutline(piece: ShopPiece, area: Bounds, box: Bounds, mirrored: boolean): Point | null {
  const holes = usedSpots(piece);
  if (!piece.outline && holes.length === 0) return null;
  const outline = outlineOf(piece);
  const [widthMm, heightMm] = [box.maxX - box.minX, box.maxY - box.minY];
  const [at] = freePlaces({
    outline: [outline, ...holes],
    reach: area,
    taken: [],
    widthMm,
    heightMm,
    count: 1,
    gapMm: EDGE_MM,
  });
  return at ? { x: at.x + (mirrored ? box.maxX : -box.minX), y: at.y - box.minY } : null;
}
