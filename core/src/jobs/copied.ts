import type { JobDocument, Part } from './document';
import type { Making } from './making';

/** The same job under other ids: for a job that is made from another one. */
export function copiedDocument(document: JobDocument, fresh: (id: string) => string): JobDocument {
  return {
    ...document,
    drawings: document.drawings.map((drawing) => ({ ...drawing, id: fresh(drawing.id) })),
    parts: document.parts.map((part): Part => ({
      ...part,
      id: fresh(part.id),
      stepId: part.stepId && fresh(part.stepId),
      making: copiedMaking(part.making, fresh),
    })),
    steps: document.steps.map((step) => ({ ...step, id: fresh(step.id) })),
    sheets: document.sheets.map((sheet) => ({ ...sheet, id: fresh(sheet.id) })),
    placements: document.placements.map((place) => ({
      ...place,
      id: fresh(place.id),
      partId: fresh(place.partId),
      sheetId: fresh(place.sheetId),
    })),
  };
}

const copiedMaking = (making: Making, fresh: (id: string) => string): Making =>
  making.op === 'drawn'
    ? { ...making, drawingId: fresh(making.drawingId) }
    : ({ ...making, of: making.of.map(fresh) } as Making);
