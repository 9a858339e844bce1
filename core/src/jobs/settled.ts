import { orderSteps } from '../recipes';
import { withParts, withSteps, type JobDocument, type Part } from './document';
import { laid, lieOf, withBareSheet } from './lay';
import { drawingUnder, lookup, partsOf, processedIn, sheetOf } from './parts-of';
import { placedAfresh } from './place-afresh';
import type { JobShop } from './shop';
import { tidied } from './tidied';
import { backsLaid } from './two-sides';

/**
 * A document after parts moved between steps: steps without any are gone, a step has the colour of one of its parts, what
 * came into a step lies where its others do, and a step that is new lies afresh.
 */
export function settled(before: JobDocument, after: JobDocument, shop: JobShop): JobDocument {
  let next = withoutEmptySteps(after);
  next = withSteps(next, recoloured(next, shop));
  for (const { id } of next.steps) next = withIncomersLaid(before, next, id, shop);
  return tidied(inRunningOrder(next));
}

/** Steps in the order in which they have to run, unless that is made by hand. */
export function inRunningOrder(document: JobDocument): JobDocument {
  if (document.isOrderByHand) return document;
  const steps = orderSteps([...document.steps]);
  return steps.every((step, i) => step === document.steps[i]) ? document : { ...document, steps };
}

function withoutEmptySteps(document: JobDocument): JobDocument {
  const empty = new Set(document.steps.map(({ id }) => id).filter((id) => processedIn(document, id).length === 0));
  if (empty.size === 0) return document;
  const stray = document.parts.filter(({ stepId }) => stepId !== null && empty.has(stepId));
  let next = withParts(
    { ...document, steps: document.steps.filter(({ id }) => !empty.has(id)) },
    stray.map((part) => ({ ...part, stepId: null })),
  );
  for (const part of stray.filter(({ role }) => role === 'guide')) next = withGuideShown(document, next, part);
  return next;
}

/** A guide of a step that is gone shows on the sheet of another step of its drawing. */
function withGuideShown(before: JobDocument, document: JobDocument, guide: Part): JobDocument {
  const drawing = drawingUnder(document, guide.making);
  const host = document.parts.find(
    (part) =>
      part.role === 'process' && part.stepId !== null && drawing && drawingUnder(document, part.making) === drawing,
  );
  const lie = host && lieOf(before, host.id);
  if (!host || !lie) return document;
  return laid(withParts(document, [{ ...guide, stepId: host.stepId }]), [guide.id], lie);
}

function recoloured(document: JobDocument, shop: JobShop): JobDocument['steps'] {
  const shapes = shop.shapes(document);
  return document.steps.flatMap((step) => {
    const colours = processedIn(document, step.id).map(({ id }) => shapes.get(id)!.colour);
    return colours.length === 0 || colours.includes(step.colour) ? [] : [{ ...step, colour: colours[0] }];
  });
}

function withIncomersLaid(before: JobDocument, document: JobDocument, stepId: string, shop: JobShop): JobDocument {
  const then = lookup(before).parts;
  const isNew = (part: Part) => {
    const was = then.get(part.id);
    return was?.stepId !== stepId || was.role === 'within';
  };
  const own = partsOf(document, stepId);
  const incomers = own.filter(isNew).map(({ id }) => id);
  if (incomers.length === 0) return document;
  const resident = own.find((part) => part.role === 'process' && !isNew(part));
  const lie = resident && lieOf(document, resident.id);
  const step = lookup(document).steps.get(stepId)!;
  if (lie) return backsLaid(laid(document, incomers, lie), [stepId], shop);
  const onSheet = sheetOf(document, stepId);
  const sheetId = onSheet?.id ?? stepId;
  const first = incomers.flatMap((id) => lieOf(document, id) ?? [])[0];
  const at = { x: first?.x ?? 0, y: first?.y ?? 0, sheetId, turnedOver: step.mirrored };
  const bare = onSheet ? document : withBareSheet(document, sheetId);
  return placedAfresh(laid(bare, incomers, at), stepId, shop);
}
