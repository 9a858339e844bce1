import { isKeptPicture } from '../artwork-choices';
import type { JobDocument } from './document';
import { lookup, processedIn } from './parts-of';

/** Whether a step has nothing but the frames of pictures that are kept as they are: they are printed, and nothing is done along them unasked. */
export function isOfPictures(document: JobDocument, stepId: string): boolean {
  const { drawings } = lookup(document);
  const parts = processedIn(document, stepId);
  return (
    parts.length > 0 &&
    parts.every(({ making }) => {
      const drawing = making.op === 'drawn' ? drawings.get(making.drawingId) : undefined;
      return drawing !== undefined && isKeptPicture(drawing);
    })
  );
}
