import { isKeptPicture, sourceOf } from '../artwork-choices';
import { allMeasures, MeasureRefusedError } from '../measured';
import type { PrintParts } from './action';
import { asOne } from './as-one';
import { chosenParts } from './chosen-parts';
import { withParts, type JobDocument, type Part } from './document';
import { refuseNothing } from './make-part';
import { lookup } from './parts-of';
import { printMeasures, type Print } from './print';
import { refuse } from './refusal';
import { settled } from './settled';
import type { JobShop } from './shop';

/** Says what is printed in parts: a picture cropped to each, a colour, or nothing any more. */
export function printParts(document: JobDocument, { prints }: PrintParts, shop: JobShop, seed: string): JobDocument {
  const byPart = new Map(prints.map(({ partId, print }) => [partId, print]));
  if (byPart.size !== prints.length) refuse('Each part was expected once.', 'prints');
  let next = document;
  for (const part of chosenParts(document, [...byPart.keys()])) {
    const print = byPart.get(part.id)!;
    next = print ? printed(next, part, checked(next, print), seed) : bare(next, part);
  }
  refuseNothing(next, [...byPart.keys()], shop);
  return settled(document, withoutFrames(next, prints), shop);
}

/** @throws ActionRefusedError where a print is of no picture of the job, of nothing at all, or its measures cannot be */
function checked(document: JobDocument, print: Print): Print {
  if (print.drawingId === null && print.fill === null)
    refuse('A picture or a colour was expected to be printed; neither came.', 'prints');
  if (print.drawingId !== null) {
    const drawing =
      lookup(document).drawings.get(print.drawingId) ?? refuse('That picture is not in this job.', 'prints');
    if (!sourceOf(drawing.source).isPicture)
      refuse(`“${drawing.name}” is no picture: a PNG or JPG was expected to be printed.`, 'prints');
  }
  try {
    return { ...print, measures: allMeasures({ label: 'A print', measures: printMeasures(print) }, print.measures) };
  } catch (error) {
    if (error instanceof MeasureRefusedError) refuse(error.message, `measures.${error.measure}`);
    throw error;
  }
}

function printed(document: JobDocument, part: Part, print: Print, seed: string): JobDocument {
  if (part.making.op === 'printed')
    return withParts(document, [{ ...part, making: { op: 'printed', of: part.making.of, print } }]);
  return asOne(document, part, [], ([id]) => ({ op: 'printed', of: [id], print }), seed);
}

/** A picture that is seen in windows is not cut out in its own frame as well. */
function withoutFrames(document: JobDocument, prints: PrintParts['prints']): JobDocument {
  const cropped = new Set(prints.flatMap(({ print }) => (print && !print.isAsDrawn ? (print.drawingId ?? []) : [])));
  const { drawings } = lookup(document);
  const frames = document.parts.filter(({ making, role }) => {
    const drawing = making.op === 'drawn' && cropped.has(making.drawingId) ? drawings.get(making.drawingId) : undefined;
    return role === 'process' && drawing !== undefined && isKeptPicture(drawing);
  });
  return withParts(
    document,
    frames.map((frame) => ({ ...frame, role: 'out' })),
  );
}

/** A part without its print is what it was. */
function bare(document: JobDocument, part: Part): JobDocument {
  if (part.making.op !== 'printed') return document;
  const inner = lookup(document).parts.get(part.making.of[0]);
  if (!inner) return document;
  return {
    ...document,
    parts: document.parts.flatMap((each) =>
      each.id === inner.id ? [] : [each.id === part.id ? { ...part, making: inner.making } : each],
    ),
  };
}
