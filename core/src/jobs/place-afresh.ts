import { joinBounds, type Bounds } from '../geometry';
import { firstPlace } from '../layout';
import { cuttableArea } from '../machines';
import type { JobDocument } from './document';
import { laid } from './lay';
import { lookup, partsOf, shareSheet, sheetOf } from './parts-of';
import { stepBox } from './shapes';
import { pieceOf, type JobShop } from './shop';

/** Lays a step in the first place of its sheet, together with all steps that are done on the same sheet from the same side. */
export function placedAfresh(document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(stepId);
  const sheet = sheetOf(document, stepId);
  const piece = sheet && pieceOf(shop, sheet.stockPieceId);
  const machine = step && shop.machines.get(step.machineId);
  if (!step || !piece || !machine) return document;
  const together = document.steps.filter(
    (other) => other.id === stepId || (shareSheet(document, other.id, stepId) && other.mirrored === step.mirrored),
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
  const place = firstPlace(area, boxes.reduce(joinBounds), step.mirrored);
  return laid(
    document,
    together.flatMap(({ id }) => partsOf(document, id).map((part) => part.id)),
    { ...place, sheetId: sheet.id, turnedOver: step.mirrored },
  );
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
