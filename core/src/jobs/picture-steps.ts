import { isKeptPicture } from '../artwork-choices';
import type { JobDocument } from './document';
import type { Making } from './making';
import { drawingUnder, lookup, processedIn } from './parts-of';

/** Whether a step has nothing but the frames of pictures that are kept as they are: they are printed, and nothing is done along them unasked. */
export function isOfPictures(document: JobDocument, stepId: string): boolean {
  const parts = processedIn(document, stepId);
  return (
    parts.length > 0 &&
    parts.every(({ making }) => {
      const drawing = isFrame(document, making) ? drawingUnder(document, making) : undefined;
      return drawing !== undefined && isKeptPicture(drawing);
    })
  );
}

/** Whether a part is as it was drawn, moved and sized at most. */
function isFrame(document: JobDocument, making: Making): boolean {
  if (making.op !== 'worked') return making.op === 'drawn';
  const under = making.by === 'moved' ? lookup(document).parts.get(making.of[0]) : undefined;
  return under !== undefined && isFrame(document, under.making);
}
