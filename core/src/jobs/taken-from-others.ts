import type { Difference } from './difference';
import type { JobDocument, Part } from './document';
import { standsOn } from './making';

/**
 * Why a difference cannot be made to happen to a document that others have gone on with: it would take away what a part of theirs
 * stands on, is in or lies on. Names that part; null where nothing of anybody else's is lost.
 * @param after the document as it would be, tidied
 */
export function takenFromOthers(before: JobDocument, after: JobDocument, wanted: Difference): string | null {
  const own = new Set(wanted.parts.map(({ id }) => id));
  const left = new Map(after.parts.map((part) => [part.id, part]));
  const gone = before.parts.filter(({ id }) => !left.has(id));
  const goneIds = new Set(gone.map(({ id }) => id));
  const ofDrawing = gone.find(({ id }) => !own.has(id));
  if (ofDrawing) return said(ofDrawing, 'is of the drawing');
  const above = after.parts.find((part) => standsOn(part.making).some((id) => goneIds.has(id)));
  if (above) {
    const under = gone.find(({ id }) => standsOn(above.making).includes(id))!;
    return said(above, `stands on “${under.name}”,`);
  }
  const steps = new Set(after.steps.map(({ id }) => id));
  const inStep = before.parts.find(
    ({ id, stepId }) => stepId !== null && !steps.has(stepId) && left.has(id) && !own.has(id),
  );
  if (inStep) return said(inStep, 'is in the step');
  const sheets = new Set(after.sheets.map(({ id }) => id));
  const ownPlaces = new Set(wanted.placements.map(({ id }) => id));
  const onSheet = before.placements.find(
    ({ id, partId, sheetId }) => !sheets.has(sheetId) && !ownPlaces.has(id) && left.has(partId),
  );
  return onSheet ? said(left.get(onSheet.partId)!, 'lies on the sheet') : null;
}

const said = ({ name }: Part, how: string): string =>
  `“${name}” ${how} that this would take away; it was made on another phone since. Take that back there, or change “${name}” first.`;
