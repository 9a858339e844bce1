import type { LayParts } from './action';
import type { JobDocument, Placement, Sheet } from './document';
import { madeId } from './made-id';
import { lookup } from './parts-of';
import { refuse } from './refusal';
import { pieceOf, type JobShop } from './shop';
import { tidied } from './tidied';

/** So many places a job has at most. */
export const MOST_PLACES = 5000;
/** Nothing lies farther than this from the corner of its sheet, in mm. */
const FARTHEST_MM = 100_000;

/** Lays parts where it is said, as often as they are named, and nowhere else; sheets that are not there yet are taken from the stock. */
export function layParts(
  document: JobDocument,
  { partIds, sheets, lies }: LayParts,
  shop: JobShop,
  seed: string,
): JobDocument {
  const { parts, placementsOf } = lookup(document);
  const moved = new Set(partIds);
  for (const id of moved) {
    const part = parts.get(id) ?? refuse('A part that was to be laid is not in this job any more.', 'partIds');
    if (part.role === 'within' || part.stepId === null)
      refuse(`“${part.name}” is in no step, so that it lies nowhere.`, 'partIds');
    if (!lies.some(({ partId }) => partId === id)) refuse(`No place was given for “${part.name}”.`, 'lies');
  }
  const staying = document.placements.filter(({ partId }) => !moved.has(partId));
  if (staying.length + lies.length > MOST_PLACES)
    refuse(`${staying.length + lies.length} places are too many: a job has ${MOST_PLACES} at most.`, 'lies');
  const known = sheets.map((sheet, i) => sheetFor(document, sheet, i, seed, shop));
  refuseTooMany(document, known, shop);
  // A part that stays where it is with some of its copies keeps their names.
  const before = new Map([...moved].map((id) => [id, [...(placementsOf.get(id) ?? [])]]));
  const placements = lies.map(({ partId, sheet, x, y, angle, turnedOver }, i): Placement => {
    if (!moved.has(partId)) refuse('A place was given for a part that is not to be laid.', 'lies');
    if (![x, y].every((mm) => Math.abs(mm) <= FARTHEST_MM) || !Number.isFinite(angle))
      refuse(`A place at ${x}, ${y} mm is on no sheet.`, 'lies');
    const on = known[sheet] ?? refuse(`Sheet ${sheet + 1} of ${known.length} was asked for.`, 'lies');
    const id = before.get(partId)!.shift()?.id ?? madeId(`place ${i}`, seed);
    // No −0: on its way to the server it would become another number.
    return { id, partId, sheetId: on.id, x: x + 0, y: y + 0, angle: angle + 0, turnedOver };
  });
  const fresh = known.filter(({ id }) => !document.sheets.some((sheet) => sheet.id === id));
  return tidied({
    ...document,
    sheets: [...document.sheets.map((sheet) => known.find(({ id }) => id === sheet.id) ?? sheet), ...fresh],
    placements: [...staying, ...placements],
  });
}

function sheetFor(
  document: JobDocument,
  { sheetId, stockPieceId, onCarrier }: LayParts['sheets'][number],
  i: number,
  seed: string,
  shop: JobShop,
): Sheet {
  const present =
    sheetId === null
      ? null
      : (document.sheets.find(({ id }) => id === sheetId) ??
        refuse('A sheet that was to be laid on is not in this job any more.', 'sheets'));
  const pieceId = stockPieceId ?? present?.stockPieceId ?? null;
  const piece = pieceOf(shop, pieceId);
  // What it is not known of here may be there all the same: only a piece that is known to be gone is refused.
  if (piece && pieceId !== present?.stockPieceId && (piece.isArchived || piece.count < 1))
    refuse('The piece that was to be laid on is used up.', 'sheets');
  if (pieceId !== null && !piece && pieceId !== present?.stockPieceId)
    refuse("That piece is not of this job's materials.", 'sheets');
  if (present) return { ...present, stockPieceId: pieceId, onCarrier };
  return {
    id: madeId(`sheet ${i}`, seed),
    number: document.sheets.length + i + 1,
    stockPieceId: pieceId,
    size: null,
    onCarrier,
    photo: null,
  };
}

/** There are no more sheets of a piece than there are on the shelf; a roll is as long as it is. */
function refuseTooMany(document: JobDocument, sheets: readonly Sheet[], shop: JobShop): void {
  const asked = new Map<string, number>();
  for (const { id, stockPieceId } of sheets) {
    if (
      stockPieceId === null ||
      document.sheets.some((sheet) => sheet.id === id && sheet.stockPieceId === stockPieceId)
    )
      continue;
    asked.set(stockPieceId, (asked.get(stockPieceId) ?? 0) + 1);
  }
  for (const [pieceId, more] of asked) {
    const present = document.sheets.filter(({ stockPieceId }) => stockPieceId === pieceId).length;
    const count = pieceOf(shop, pieceId)?.count ?? Infinity;
    if (present + more > count && more > 0)
      refuse(`${present + more} sheets of a piece were asked for; ${count} are on the shelf.`, 'sheets');
  }
}
