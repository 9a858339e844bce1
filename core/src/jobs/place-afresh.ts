import { joinBounds, type Bounds, type Point } from '../geometry';
import { firstPlace, freePlaces } from '../layout';
import { cuttableArea } from '../machines';
import type { JobDocument } from './document';
import { laid } from './lay';
import { lookup, partsOf, shareSheet, sheetOf } from './parts-of';
import { stepBox } from './shapes';
import { pieceOf, type JobShop, type ShopPiece } from './shop';
import { backsLaid, isBehind, laidWithFront, marksToTurn } from './two-sides';

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
    return (on && cuttableArea(on, piece, sheet.onCarrier)) ?? [];
  });
  const whole = { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm };
  const area = commonArea(areas) ?? cuttableArea(machine, piece, sheet.onCarrier) ?? whole;
  const box = boxes.reduce(joinBounds);
  const place = placeInOutline(piece, area, box, step.mirrored) ?? firstPlace(area, box, step.mirrored);
  const backs = document.steps.filter((other) => isBehind(other) && shareSheet(document, other.id, stepId));
  const next = laid(
    document,
    together.flatMap(({ id }) => partsOf(document, id).map((part) => part.id)),
    { ...place, sheetId: sheet.id, turnedOver: step.mirrored },
  );
  return backsLaid(
    next,
    backs.map(({ id }) => id),
    shop,
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
  return laid(document, ids, { ...at, sheetId, turnedOver: false });
}

/** What is kept free to the edge of an odd piece, in mm. */
const EDGE_MM = 2;

/** The first place of a step in a piece that is no rectangle; null where it is one, or where there is no room. */
function placeInOutline(
  { outline: ring, holes = [], widthMm: width, lengthMm: length }: ShopPiece,
  area: Bounds,
  box: Bounds,
  mirrored: boolean,
): Point | null {
  if (!ring && holes.length === 0) return null;
  const outline = ring ?? [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: length },
    { x: 0, y: length },
  ];
  const [widthMm, heightMm] = [box.maxX - box.minX, box.maxY - box.minY];
  const [at] = freePlaces({
    outline: [[...outline], ...holes.map((hole) => [...hole])],
    reach: area,
    taken: [],
    widthMm,
    heightMm,
    count: 1,
    gapMm: EDGE_MM,
  });
  return at ? { x: at.x + (mirrored ? box.maxX : -box.minX), y: at.y - box.minY } : null;
}

/** The area that lies in all of them; null where there is none. */
function commonArea(areas: readonly Bounds[]): Bounds | null {
  if (areas.length === 0) return null;
  const common = areas.reduce((a, b) => ({
    minX: Math.max(a.minX, b.minX),
    minY: Math.max(a.minY, b.minY),
    maxX: Math.min(a.maxX, b.maxX),
    maxY: Math.min(a.maxY, b.maxY),
  }));
  return common.minX < common.maxX && common.minY < common.maxY ? common : null;
}
