import type { JobDocument, Part, Sheet } from './document';
import { isBeside, standsOn } from './making';
import { sheetsOf } from './parts-of';

/** A document in which nothing points at what is gone: places of parts and sheets that are not there, parts of steps that are not there, sheets on which nothing lies. */
export function tidied(document: JobDocument): JobDocument {
  const stepIds = new Set(document.steps.map(({ id }) => id));
  const drawingIds = new Set(document.drawings.map(({ id }) => id));
  const parts = withinFollowing(
    document.parts
      .filter(({ making }) => making.op !== 'drawn' || drawingIds.has(making.drawingId))
      .map((part) => (part.stepId !== null && !stepIds.has(part.stepId) ? { ...part, stepId: null } : part)),
  );
  const laidParts = new Set(
    parts.filter(({ stepId, role }) => stepId !== null && role !== 'within').map(({ id }) => id),
  );
  const sheetIds = new Set(document.sheets.map(({ id }) => id));
  const placements = document.placements.filter(
    ({ partId, sheetId }) => laidParts.has(partId) && sheetIds.has(sheetId),
  );
  const kept: JobDocument = {
    ...document,
    parts: isAlike(parts, document.parts) ? document.parts : parts,
    placements: placements.length === document.placements.length ? document.placements : placements,
  };
  return withSheetsCounted(kept);
}

/** What is within another part is in the step that that one is in. */
function withinFollowing(parts: readonly Part[]): Part[] {
  const host = new Map<string, Part>();
  for (const part of parts)
    if (!isBeside(part.making)) for (const id of standsOn(part.making)) if (!host.has(id)) host.set(id, part);
  const stepOf = (part: Part): string | null => {
    const seen = new Set<string>();
    let at = part;
    while (at.role === 'within' && !seen.has(at.id)) {
      seen.add(at.id);
      const above = host.get(at.id);
      if (!above) return at.stepId;
      at = above;
    }
    return at.stepId;
  };
  return parts.map((part) => {
    const stepId = part.role === 'within' ? stepOf(part) : part.stepId;
    return stepId === part.stepId ? part : { ...part, stepId };
  });
}

/** Sheets in the order in which the steps come to them, numbered; those on which nothing lies are gone. */
function withSheetsCounted(document: JobDocument): JobDocument {
  const used = new Set(document.placements.map(({ sheetId }) => sheetId));
  const inOrder = new Set(document.steps.flatMap(({ id }) => sheetsOf(document, id).map((sheet) => sheet.id)));
  const ids = [...inOrder, ...[...used].filter((id) => !inOrder.has(id))];
  const sheets = ids.flatMap((id, i): Sheet[] => {
    const sheet = document.sheets.find((s) => s.id === id);
    return sheet ? [sheet.number === i + 1 ? sheet : { ...sheet, number: i + 1 }] : [];
  });
  return isAlike(sheets, document.sheets) ? document : { ...document, sheets };
}

const isAlike = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((member, i) => member === b[i]);
