import { knownBounds, regionOf, transformContour, type Bounds, type Region } from '../geometry';
import { boundsOnSheet, largestFit, planeAt, type LargestFit, type Place } from '../layout';
import { cuttableArea } from '../machines';
import { outlineOf } from '../materials';
import { formatNumber } from '../units';
import type { SizeToFit } from './action';
import type { JobDocument, Sheet } from './document';
import { layParts } from './lay-parts';
import { changeMaking, makePart } from './make-part';
import { lookup, partsOf, placementsOf } from './parts-of';
import { refuse } from './refusal';
import { shapeBox } from './shapes';
import { pieceOf, type JobShop } from './shop';
import { usedSpots } from './used-spots';

/** A part becomes as large as fits onto its piece, beside what lies there, at any angle or as it was drawn; and lies there once. */
export function sizeToFit(
  document: JobDocument,
  { partId, gapMm, anyAngle }: SizeToFit,
  shop: JobShop,
  seed: string,
): JobDocument {
  const { parts, steps, sheets } = lookup(document);
  const part = parts.get(partId) ?? refuse('That part is not in this job (any more).', 'partId');
  const step = part.stepId === null ? undefined : steps.get(part.stepId);
  const [place, ...copies] = placementsOf(document, partId);
  if (copies.length > 0)
    refuse(
      `“${part.name}” lies ${copies.length + 1} times: take its copies off first, as only one can fill a piece.`,
      'partId',
    );
  const sheet = place && sheets.get(place.sheetId);
  if (!step || !sheet || part.role !== 'process')
    return refuse(`“${part.name}” lies on no sheet that it could fill.`, 'partId');
  const piece =
    pieceOf(shop, sheet.stockPieceId) ??
    refuse('Nobody has said yet which piece it lies on: choose the material of its step first.', 'partId');
  const machine = shop.machines.get(step.machineId);
  const box = shapeBox(shop.shapes(document), partId);
  const shape = laidRegion(document, partId, { x: 0, y: 0, angle: 0, turnedOver: place.turnedOver }, shop);
  if (!machine || !box || shape.length === 0)
    return refuse(`“${part.name}” has no outline: an open line has no size that could fill a piece.`, 'partId');
  const reach = cuttableArea(machine, piece, sheet.onCarrier, sheet.carrierAt);
  const found =
    reach &&
    largestFit({
      shape,
      piece: [outlineOf(piece), ...usedSpots(piece), ...besides(document, partId, sheet, shop)],
      reach,
      gapMm,
      anyAngle,
    });
  if (!found)
    return refuse(
      `Nothing of ${formatNumber(piece.widthMm, 0)} × ${formatNumber(piece.lengthMm, 0)} mm is free for it with ${formatNumber(gapMm, 1)} mm kept from every edge.`,
      'gapMm',
    );
  const sized = asWide(document, partId, (box.maxX - box.minX) * found.scale, shop, seed);
  return laidAt(sized, { partId, sheet, turnedOver: place.turnedOver, found }, shop, seed);
}

/** A part as it lies at a place, as a region. */
function laidRegion(document: JobDocument, partId: string, place: Place, shop: JobShop): Region {
  const contours = shop.shapes(document).get(partId)?.contours ?? [];
  return regionOf(contours.map((contour) => transformContour(contour, planeAt(place))));
}

/** What else lies on a sheet, as boxes: that is kept clear. */
function besides(document: JobDocument, partId: string, sheet: Sheet, shop: JobShop): Region {
  const shapes = shop.shapes(document);
  return document.steps
    .filter(({ isSkipped }) => !isSkipped)
    .flatMap(({ id }) => partsOf(document, id))
    .filter(({ id, role }) => id !== partId && role === 'process')
    .flatMap(({ id }) => {
      const bounds = shapeBox(shapes, id);
      return bounds
        ? placementsOf(document, id)
            .filter(({ sheetId }) => sheetId === sheet.id)
            .map((place) => boxRing(boundsOnSheet({ bounds, place })))
        : [];
    });
}

const boxRing = ({ minX, minY, maxX, maxY }: Bounds) => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];

/** A part made so wide; where it was sized before, its measure is turned. */
function asWide(document: JobDocument, partId: string, widthMm: number, shop: JobShop, seed: string): JobDocument {
  const { making } = lookup(document).parts.get(partId)!;
  const width = Number(widthMm.toFixed(3));
  if (making.op === 'worked' && making.by === 'moved')
    return changeMaking(document, { do: 'change-making', partId, measures: { width, height: 0 } }, shop);
  const measures = { right: 0, down: 0, turn: 0, width, height: 0 };
  return makePart(document, { do: 'make-part', partIds: [partId], by: 'moved', measures }, shop, seed);
}

/** A part laid once, with the middle of its box where it was found to fit. */
function laidAt(
  document: JobDocument,
  { partId, sheet, turnedOver, found }: { partId: string; sheet: Sheet; turnedOver: boolean; found: LargestFit },
  shop: JobShop,
  seed: string,
): JobDocument {
  const contours = shop.shapes(document).get(partId)!.contours;
  const straight = knownBounds(
    contours.map((contour) => transformContour(contour, planeAt({ x: 0, y: 0, angle: 0, turnedOver }))),
  )!;
  const middle = { x: (straight.minX + straight.maxX) / 2, y: (straight.minY + straight.maxY) / 2 };
  const { angle } = found;
  const [x, y] = transformContour(
    { closed: false, start: [middle.x, middle.y], segments: [] },
    planeAt({ x: 0, y: 0, angle, turnedOver: false }),
  ).start;
  return layParts(
    document,
    {
      do: 'lay-parts',
      partIds: [partId],
      sheets: [{ sheetId: sheet.id, stockPieceId: sheet.stockPieceId, onCarrier: sheet.onCarrier }],
      lies: [{ partId, sheet: 0, x: found.middle.x - x, y: found.middle.y - y, angle, turnedOver }],
    },
    shop,
    seed,
  );
}
