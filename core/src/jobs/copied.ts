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

function copiedMaking(making: Making, fresh: (id: string) => string): Making {
  if (making.op === 'drawn') return { ...making, drawingId: fresh(making.drawingId) };
  if (making.op !== 'printed') return { ...making, of: making.of.map(fresh) } as Making;
  const { print } = making;
  return {
    ...making,
    of: [fresh(making.of[0])],
    print: { ...print, drawingId: print.drawingId && fresh(print.drawingId) },
  };
}
