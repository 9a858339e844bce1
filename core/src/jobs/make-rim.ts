import { sourceOf } from '../artwork-choices';
import type { MakeRim } from './action';
import { changeStep } from './change-step';
import { chosenParts } from './chosen-parts';
import type { JobDocument } from './document';
import { madeId } from './made-id';
import { makePart } from './make-part';
import { drawingUnder } from './parts-of';
import { changeRole, drawOutline, splitStep } from './parts-actions';
import { printParts } from './print-parts';
import type { JobShop } from './shop';

/**
 * Makes a rim round parts, as a sticker has one: a line round all of them with their holes and gaps closed, which is kiss cut; one
 * further out with round corners, which is cut through; and what is printed: the rim in its colour with the picture that the parts
 * were traced from, or the parts in their own colours. The parts themselves are shown from then on, not cut.
 */
export function makeRim(document: JobDocument, action: MakeRim, shop: JobShop, seed: string): JobDocument {
  const { partIds, widthMm, gapsMm, peelMm, colour, bleedMm } = action;
  const chosen = chosenParts(document, partIds);
  const known = new Set(document.parts.map(({ id }) => id));
  let next = makePart(
    document,
    { do: 'make-part', partIds, by: 'rim', measures: { width: widthMm, gaps: gapsMm } },
    shop,
    seed,
  );
  const rim = next.parts.find(({ id }) => !known.has(id))!;
  const kissId = madeId('kiss cut of the rim', seed);
  next = splitStep(next, { do: 'split-step', partIds: [rim.id], stepId: kissId }, shop);
  next = changeStep(next, { do: 'change-step', stepId: kissId, process: 'kiss-cut' }, shop);
  if (peelMm !== null) next = cutThrough(next, rim.id, peelMm, shop, seed);
  // The picture that they were traced from stays a picture, where it is.
  const pictures = new Set(
    chosen.flatMap(({ making }) => {
      const drawing = drawingUnder(document, making);
      return drawing && sourceOf(drawing.source).isPicture ? [drawing.id] : [];
    }),
  );
  const [drawingId = null] = pictures.size === 1 ? pictures : [];
  next = printParts(
    next,
    {
      do: 'print-parts',
      prints: [
        { partId: rim.id, print: { drawingId, isAsDrawn: true, fill: colour, measures: { bleed: bleedMm } } },
        ...(drawingId === null ? inTheirColours(next, partIds, shop) : []),
      ],
    },
    shop,
    seed,
  );
  // What is printed under the rim is no cut of its own any more: it is shown where the rim lies.
  return changeRole(next, { do: 'change-role', partIds, role: 'guide' }, shop, seed);
}

function cutThrough(document: JobDocument, rimId: string, peelMm: number, shop: JobShop, seed: string): JobDocument {
  const known = new Set(document.parts.map(({ id }) => id));
  let next = drawOutline(document, { do: 'draw-outline', partIds: [rimId], distanceMm: peelMm }, shop, seed);
  const line = next.parts.find(({ id }) => !known.has(id))!;
  const stepId = madeId('through cut of the rim', seed);
  next = splitStep(next, { do: 'split-step', partIds: [line.id], stepId }, shop);
  return changeStep(next, { do: 'change-step', stepId, process: 'through-cut' }, shop);
}

/** Parts that are printed already stay so. */
const inTheirColours = (document: JobDocument, partIds: readonly string[], shop: JobShop) => {
  const shapes = shop.shapes(document);
  return partIds.flatMap((partId) => {
    const { print, colour } = shapes.get(partId)!;
    return print ? [] : [{ partId, print: { drawingId: null, isAsDrawn: true, fill: colour, measures: {} } }];
  });
};
