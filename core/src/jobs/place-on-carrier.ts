import { overlap, type Bounds, type Point } from '../geometry';
import type { PlaceOnCarrier } from './action';
import { replaced, type JobDocument, type Sheet } from './document';
import { lookup, sheetsOf } from './parts-of';
import { refuse } from './refusal';
import { pieceOf, type JobShop } from './shop';

/** Says where sheets lie on their carrier; several of them lie on one, each beside the others. */
export function placeOnCarrier(document: JobDocument, { places }: PlaceOnCarrier, shop: JobShop): JobDocument {
  const { sheets } = lookup(document);
  const placed = places.map(({ sheetId, at }): Sheet => {
    const sheet = sheets.get(sheetId) ?? refuse('That sheet is not in this job any more.', 'places');
    const { carrierAt: _before, ...bare } = sheet;
    return at ? { ...bare, onCarrier: true, carrierAt: { x: at.x, y: at.y } } : bare;
  });
  const next = { ...document, sheets: replaced(document.sheets, placed) };
  for (const { id } of document.steps) refuseOverlap(sheetsOf(next, id), shop);
  return next;
}

function refuseOverlap(sheets: readonly Sheet[], shop: JobShop): void {
  const boxes = sheets.flatMap((sheet) => {
    const piece = pieceOf(shop, sheet.stockPieceId);
    return sheet.carrierAt && piece ? [{ sheet, box: boxAt(sheet.carrierAt, piece) }] : [];
  });
  boxes.forEach(({ sheet, box }, i) => {
    const other = boxes.slice(i + 1).find((each) => overlap(box, each.box, 1e-6));
    if (other)
      refuse(
        `Sheet ${other.sheet.number} would lie on sheet ${sheet.number} there: give each its own place.`,
        'places',
      );
  });
}

const boxAt = ({ x, y }: Point, { widthMm, lengthMm }: { widthMm: number; lengthMm: number }): Bounds => ({
  minX: x,
  minY: y,
  maxX: x + widthMm,
  maxY: y + lengthMm,
});
