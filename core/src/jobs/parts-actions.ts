import { madeId } from './made-id';
import { planeAt } from '../layout';
import { bridgeInDrawing, largestFirst } from '../parts';
import { composeAffine, IDENTITY } from '../geometry';
import type { ChangeRole, DrawOutline, MoveToStep, PutBridges, PutTogether, SplitStep, TakeApart } from './action';
import { chosenParts } from './chosen-parts';
import { withParts, type JobDocument, type Part } from './document';
import { drawingUnder, lookup, placementsOf } from './parts-of';
import { drawingPlane } from './plane';
import { refuse } from './refusal';
import { settled } from './settled';
import type { JobShop } from './shop';
import { freshStep } from './starting-place';
import { StepsFor } from './steps-for';
import { asOne } from './as-one';
import { comesApart, standingOn, standsOn, type DrawnMaking } from './making';

/** Says what becomes of parts. What is processed again goes back to the step it is in, to one of its colour, or to a new one. */
export function changeRole(document: JobDocument, action: ChangeRole, shop: JobShop, seed: string): JobDocument {
  const chosen = chosenParts(document, action.partIds);
  if (action.role !== 'process')
    return settled(
      document,
      withParts(
        document,
        chosen.map((part) => ({ ...part, role: action.role })),
      ),
      shop,
    );
  const shapes = shop.shapes(document);
  const steps = new StepsFor(document, new Map(document.steps.map(({ id, colour }) => [colour, id])), shop, seed);
  const own: Part[] = [];
  for (const part of chosen) {
    const { colour } = shapes.get(part.id)!;
    if (part.role === 'out' && part.stepId !== null) own.push({ ...part, role: 'process' });
    else steps.take(part, colour, colour);
  }
  return settled(document, withParts(steps.done(), own), shop);
}

/** Puts parts into another step. */
export function moveToStep(document: JobDocument, { partIds, stepId }: MoveToStep, shop: JobShop): JobDocument {
  if (!lookup(document).steps.has(stepId)) refuse('That step is not in this job.', 'stepId');
  return settled(document, intoStep(document, chosenParts(document, partIds), stepId), shop);
}

/** Splits parts off into a step of their own, done as the step they come from. */
export function splitStep(document: JobDocument, { partIds, stepId }: SplitStep, shop: JobShop): JobDocument {
  if (lookup(document).steps.has(stepId)) refuse('There is a step with this id already.', 'stepId');
  const chosen = chosenParts(document, partIds);
  const { colour } = shop.shapes(document).get(chosen[0].id)!;
  const from = chosen[0].stepId === null ? undefined : lookup(document).steps.get(chosen[0].stepId);
  const step = from
    ? { ...from, id: stepId, colour, isSkipped: false, isProcessGuessed: false, nudge: null }
    : freshStep(stepId, colour, shop);
  return settled(document, intoStep({ ...document, steps: [...document.steps, step] }, chosen, stepId), shop);
}

const intoStep = (document: JobDocument, chosen: readonly Part[], stepId: string): JobDocument =>
  withParts(
    document,
    chosen.map((part) => ({ ...part, stepId, role: 'process' })),
  );

/** Takes parts apart: several that were put together are by themselves again, and a drawn one falls into its lines. */
export function takeApart(document: JobDocument, { partIds }: TakeApart, shop: JobShop): JobDocument {
  let next = document;
  let isDone = false;
  for (const part of chosenParts(document, partIds)) {
    const apart = comesApart(part.making) ? releasedFrom(next, part) : linesOf(next, part, shop);
    isDone ||= apart !== null;
    next = apart ?? next;
  }
  if (!isDone) refuse('These parts are single lines already: there is nothing to take apart.', 'partIds');
  return settled(document, next, shop);
}

/** The parts that one was put together from, each by itself; the first goes on as the one it was. */
function releasedFrom(document: JobDocument, part: Part): JobDocument {
  const known = lookup(document).parts;
  const sources = comesApart(part.making) ? standsOn(part.making).flatMap((id) => known.get(id) ?? []) : [];
  const [first, ...rest] = sources;
  if (!first) return document;
  const next = withParts(document, [
    { ...part, name: first.name, making: first.making },
    ...rest.map((source): Part => ({ ...source, role: part.role, stepId: part.stepId })),
  ]);
  // What stood on the first of them stands on the one that it goes on as.
  const instead = new Map([[first.id, part.id]]);
  const parts = next.parts.flatMap((other): Part[] =>
    other.id === first.id ? [] : [{ ...other, making: standingOn(other.making, instead) }],
  );
  return withLieOf({ ...next, parts }, part.id, rest);
}

/** Every line of a drawn part for itself, the largest first; null where it is one already. Bridges in it are gone. */
function linesOf(document: JobDocument, part: Part, shop: JobShop): JobDocument | null {
  const { parts } = lookup(document);
  const base = part.making.op === 'bridges' ? parts.get(part.making.of[0]) : part;
  if (!base || base.making.op !== 'drawn' || base.making.contours.length < 2) return null;
  const making: DrawnMaking = base.making;
  const reading = shop.reading(making.drawingId, lookup(document).drawings.get(making.drawingId)!.reading);
  const byKey = new Map(reading.parts.map(({ key, contours }) => [key, contours]));
  const [first, ...rest] = largestFirst(making.contours, ([key, i]) => byKey.get(key)![i]);
  const fresh = rest.map((contour, i): Part => ({
    ...part,
    id: madeId(`line ${JSON.stringify(contour)}`, part.id),
    name: `${part.name}, inside ${i + 1}`,
    making: { ...making, contours: [contour] },
  }));
  const own: Part = { ...part, making: { ...making, contours: [first] } };
  const next = document.parts.flatMap((other) => {
    if (other.id === part.id) return [own, ...fresh];
    return other.id === base.id ? [] : [other];
  });
  return withLieOf({ ...document, parts: next }, part.id, fresh);
}

/** Letters are called by the word they make; anything else by the one that it goes on as. */
function togetherName(parts: readonly Part[], host: Part): string {
  const names = parts.map(({ name }) => name);
  return names.every((name) => [...name].length === 1) ? names.join('') : host.name;
}

/** Puts several parts together: the outermost goes on as the one it was, the others are within it from now on. */
export function putTogether(document: JobDocument, { partIds }: PutTogether, shop: JobShop, seed: string): JobDocument {
  const chosen = chosenParts(document, partIds);
  if (chosen.length < 2) refuse('Choose two parts or more to put together.', 'partIds');
  const shapes = shop.shapes(document);
  const [host, ...others] = largestFirst(chosen, ({ id }) => largestFirst(shapes.get(id)!.contours, (c) => c)[0]);
  const within = new Set(others.map(({ id }) => id));
  return settled(
    document,
    asOne(
      document,
      host,
      chosen.filter(({ id }) => within.has(id)),
      (of) => ({ op: 'together', of }),
      seed,
      host.stepId,
      togetherName(chosen, host),
    ),
    shop,
  );
}

/** An outline round each part at an exact distance; it is made anew whenever the part is scaled. */
export function drawOutline(
  document: JobDocument,
  { partIds, distanceMm, corners, fillsHoles, count = 1 }: DrawOutline,
  shop: JobShop,
  seed: string,
): JobDocument {
  if (distanceMm === 0) refuse('The distance of an outline must not be 0 mm.', 'distanceMm');
  const chosen = new Set(chosenParts(document, partIds).map(({ id }) => id));
  const fresh: Part[] = [];
  const parts = document.parts.flatMap((part): Part[] => {
    if (!chosen.has(part.id)) return [part];
    const outlines = Array.from({ length: count }, (_, i): Part => {
      const mm = Math.round(distanceMm * (i + 1) * 1e6) / 1e6;
      return {
        ...part,
        id: madeId(`outline of ${part.id}${i ? ` ${i + 1}` : ''}`, seed),
        name: `${part.name}, ${mm > 0 ? 'outline' : 'inner line'} at ${Math.abs(mm)} mm`,
        making: {
          op: 'outline',
          of: [part.id],
          distanceMm: mm,
          ...(corners && corners !== 'round' ? { corners } : {}),
          ...(fillsHoles ? { fillsHoles } : {}),
        },
      };
    });
    fresh.push(...outlines);
    return [part, ...outlines];
  });
  const next = { ...document, parts };
  const shapes = shop.shapes(next);
  const empty = fresh.find(({ id }) => shapes.get(id)!.fault !== null);
  if (empty) refuse(`${shapes.get(empty.id)!.fault}.`, 'distanceMm');
  return settled(document, next, shop);
}

/** Bridges come as they lie on the sheet, and are kept as they lie in the drawing, so that they go with it. */
export function putBridges(
  document: JobDocument,
  { partIds, bridges }: PutBridges,
  shop: JobShop,
  seed: string,
): JobDocument {
  const chosen = new Set(chosenParts(document, partIds).map(({ id }) => id));
  const { parts, steps } = lookup(document);
  const changed = document.parts.flatMap((part): Part[] => {
    if (!chosen.has(part.id)) return [part];
    const drawing = drawingUnder(document, part.making);
    const [place] = placementsOf(document, part.id);
    if (!place) refuse(`“${part.name}” lies on no sheet yet.`, 'partIds');
    const isTurned = part.stepId !== null && (steps.get(part.stepId)?.mirrored ?? false);
    const plane = drawing ? drawingPlane(drawing, isTurned) : IDENTITY;
    const toSheet = composeAffine(plane, planeAt(place));
    const kept = bridges.map((bridge) => bridgeInDrawing(bridge, toSheet));
    const { making } = part;
    if (making.op === 'bridges') return [{ ...part, making: { ...making, bridges: [...making.bridges, ...kept] } }];
    const inner: Part = { ...parts.get(part.id)!, id: madeId(`under ${part.id}`, seed), role: 'within' };
    return [inner, { ...part, making: { op: 'bridges', of: [inner.id], bridges: kept } }];
  });
  return settled(document, { ...document, parts: changed }, shop);
}

/** Parts that lie where another one does. */
function withLieOf(document: JobDocument, partId: string, parts: readonly Part[]): JobDocument {
  const places = placementsOf(document, partId);
  const ids = new Set(parts.map(({ id }) => id));
  return {
    ...document,
    placements: [
      ...document.placements.filter((place) => !ids.has(place.partId)),
      ...parts.flatMap((part) =>
        places.map((place) => ({ ...place, id: madeId(`place as ${place.id}`, part.id), partId: part.id })),
      ),
    ],
  };
}
