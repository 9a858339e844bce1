import { photoProblem } from '../materials';
import type { PhotographSheet } from './action';
import { replaced, type JobDocument } from './document';
import { lookup } from './parts-of';
import { refuse } from './refusal';

/** Lays a photo at true size under a sheet, or takes it away. */
export function photographSheet(document: JobDocument, { sheetId, photo }: PhotographSheet): JobDocument {
  const sheet = lookup(document).sheets.get(sheetId) ?? refuse('That sheet is not in this job any more.', 'sheetId');
  const problem = photo && photoProblem(photo);
  if (problem) refuse(problem, 'photo');
  return { ...document, sheets: replaced(document.sheets, [{ ...sheet, photo }]) };
}
