import { madeId } from './made-id';
import type { Point } from '../geometry';
import { replaced, type JobDocument, type Placement, type Sheet } from './document';
import { placementsOf, sheetOf, sheetsOf } from './parts-of';

/** Where parts come to lie. */
export interface Lie extends Point {
  sheetId: string;
  turnedOver: boolean;
}

/** Where a part lies at first, in one step with others or alone. */
export function lieOf(document: JobDocument, partId: string): Lie | undefined {
  const [first] = placementsOf(document, partId);
  return first && { sheetId: first.sheetId, x: first.x, y: first.y, turnedOver: first.turnedOver };
}

/** Lays parts somewhere. What lies several times keeps the distances between its places. */
export function laid(document: JobDocument, partIds: readonly string[], lie: Lie): JobDocument {
  const moved: Placement[] = [];
  const fresh: Placement[] = [];
  for (const partId of partIds) {
    const [first, ...more] = placementsOf(document, partId);
    if (!first) fresh.push({ id: madeId('place', partId), partId, angle: 0, ...lie });
    else
      moved.push(
        { ...first, ...lie },
        ...more.map((place) => ({
          ...place,
          ...lie,
          sheetId: place.sheetId === first.sheetId ? lie.sheetId : place.sheetId,
          x: place.x + lie.x - first.x,
          y: place.y + lie.y - first.y,
        })),
      );
  }
  if (moved.length + fresh.length === 0) return document;
  return { ...document, placements: [...replaced(document.placements, moved), ...fresh] };
}

/** Moves parts on their sheets. */
export function shifted(document: JobDocument, partIds: Iterable<string>, by: Point): JobDocument {
  const ids = new Set(partIds);
  return {
    ...document,
    placements: document.placements.map((place) =>
      ids.has(place.partId) ? { ...place, x: place.x + by.x, y: place.y + by.y } : place,
    ),
  };
}

/** A document with a sheet of nothing known, for a step that has none yet. */
export function withBareSheet(document: JobDocument, id: string): JobDocument {
  if (document.sheets.some((sheet) => sheet.id === id)) return document;
  const sheet: Sheet = {
    id,
    number: document.sheets.length + 1,
    stockPieceId: null,
    size: null,
    onCarrier: false,
    photo: null,
  };
  return { ...document, sheets: [...document.sheets, sheet] };
}

/** Takes parts off whatever sheet they lie on, onto one of which nothing is known. */
export function ontoBareSheet(document: JobDocument, id: string, partIds: readonly string[]): JobDocument {
  const ids = new Set(partIds);
  const next = withBareSheet(document, id);
  return {
    ...next,
    placements: next.placements.map((place) => (ids.has(place.partId) ? { ...place, sheetId: id } : place)),
  };
}

/** What a step is done on. */
export interface OnSheet {
  stockPieceId: string | null;
  onCarrier: boolean;
}

/**
 * Puts a step's parts onto the sheet of a piece: onto the one that other steps are done on already, or onto one of its own.
 * Where they lie on it is kept.
 */
export function ontoPiece(document: JobDocument, stepId: string, on: OnSheet, partIds: readonly string[]): JobDocument {
  const now = sheetOf(document, stepId);
  const shared =
    on.stockPieceId === null ? undefined : document.sheets.find((sheet) => sheet.stockPieceId === on.stockPieceId);
  if (now && (shared ?? now) === now && now.stockPieceId === on.stockPieceId)
    return sheetsOf(document, stepId)
      .filter(({ stockPieceId }) => stockPieceId === on.stockPieceId)
      .reduce((next, sheet) => withCarrier(next, sheet, on.onCarrier), document);
  let next = document;
  let sheetId = shared?.id;
  if (!sheetId) {
    sheetId = madeId(`sheet of ${on.stockPieceId ?? 'nothing'}`, stepId);
    next = withBareSheet(next, sheetId);
    const bare = next.sheets.find(({ id }) => id === sheetId)!;
    next = { ...next, sheets: replaced(next.sheets, [{ ...bare, ...on }]) };
  }
  const ids = new Set(partIds);
  const there = sheetId;
  return {
    ...next,
    placements: next.placements.map((place) => (ids.has(place.partId) ? { ...place, sheetId: there } : place)),
  };
}

/** A sheet put onto a carrier, or taken off it, for all that is done on it. */
function withCarrier(document: JobDocument, sheet: Sheet, onCarrier: boolean): JobDocument {
  return sheet.onCarrier === onCarrier
    ? document
    : { ...document, sheets: replaced(document.sheets, [{ ...sheet, onCarrier }]) };
}
