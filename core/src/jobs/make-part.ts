import { joinBounds, knownBounds } from '../geometry';
import { AS_A_PAIR, operationOf, type Operation } from '../makings';
import { allMeasures, MeasureRefusedError, type Measures } from '../measured';
import { formatNumber } from '../units';
import type { ChangeMaking, MakePart } from './action';
import { asOne } from './as-one';
import { chosenParts } from './chosen-parts';
import { withParts, type JobDocument, type Part } from './document';
import { madeId } from './made-id';
import { madeBy, type MadeBy } from './made-by';
import { isBeside, standsOn, type WorkedMaking } from './making';
import { drawingUnder, lookup, placementsOf } from './parts-of';
import { putTogether } from './parts-actions';
import { refuse } from './refusal';
import { settled } from './settled';
import type { JobShop } from './shop';

/** Makes parts into what an operation makes of them; what they were is kept within them, and can be taken out again. */
export function makePart(document: JobDocument, action: MakePart, shop: JobShop, seed: string): JobDocument {
  if (action.asGroup && action.partIds.length > 1) return madeOfGroup(document, action, shop, seed);
  const operation = operationOf(action.by) ?? refuse(`Nobody knows here how to make “${action.by}”.`, 'by');
  const measures = checked({ label: operation.label, list: operation.measures }, action.measures);
  const chosen = chosenParts(document, action.partIds);
  for (const part of chosen) refuseToSize(document, part, operation, measures);
  const next = operation.isBeside
    ? madeBeside(document, operation, measures, chosen, seed)
    : operation.needs !== 'one'
      ? madeOfSeveral(document, action, operation, measures, inAskedOrder(chosen, action.partIds), seed)
      : chosen.reduce((now, part) => madeOfOne(now, part, operation, measures, seed), document);
  const there = new Set(document.parts.map(({ id }) => id));
  const fresh = next.parts.filter(({ id, role }) => !there.has(id) && role !== 'within').map(({ id }) => id);
  refuseNothing(next, [...chosen.map(({ id }) => id), ...fresh], shop);
  return settled(document, next, shop);
}

/** A line at an exact distance would not be at it any more, and a size that is locked stays as it is. */
function refuseToSize(
  document: JobDocument,
  part: Part,
  { name }: Pick<Operation, 'name'>,
  { width = 0, height = 0 }: Measures,
): void {
  if (name !== 'moved' || (width === 0 && height === 0)) return;
  if (part.making.op === 'outline')
    refuse(
      `“${part.name}” keeps ${formatNumber(Math.abs(part.making.distanceMm), 2)} mm from what it goes round: size that, and it follows.`,
      'measures.width',
    );
  const drawing = drawingUnder(document, part.making);
  if (drawing?.isSizeLocked)
    refuse(
      `The size of “${drawing.name}” is locked: its gaps and printed scales must stay as they are. Unlock it first.`,
      'measures.width',
    );
}

/** Parts put together first, as they lie to each other, and made as one. */
function madeOfGroup(document: JobDocument, action: MakePart, shop: JobShop, seed: string): JobDocument {
  const stepIds = new Set(chosenParts(document, action.partIds).map(({ stepId }) => stepId));
  const operation = operationOf(action.by);
  if (stepIds.size > 1 && operation?.asOneOf) return madeInTheirSteps(document, action, operation.asOneOf, shop, seed);
  if (stepIds.size > 1)
    refuse('These parts are in several steps: put those of one step together, or make each by itself.', 'partIds');
  const grouped = putTogether(document, { do: 'put-together', partIds: action.partIds }, shop, `${seed} as one`);
  const host = action.partIds.find((id) => lookup(grouped).parts.get(id)?.role !== 'within')!;
  return makePart(grouped, { ...action, partIds: [host], asGroup: false }, shop, seed);
}

/** Parts of several steps made as one would be, each in its own step. */
function madeInTheirSteps(
  document: JobDocument,
  action: MakePart,
  asOneOf: NonNullable<Operation['asOneOf']>,
  shop: JobShop,
  seed: string,
): JobDocument {
  const shapes = shop.shapes(document);
  const boxes = action.partIds.flatMap((id) => {
    const box = knownBounds(shapes.get(id)!.contours);
    return box ? [{ id, box }] : [];
  });
  if (boxes.length === 0) return refuse('These parts have no lines that could be made into anything.', 'partIds');
  const all = boxes.map(({ box }) => box).reduce(joinBounds);
  return boxes.reduce(
    (now, { id, box }) =>
      makePart(
        now,
        { ...action, partIds: [id], asGroup: false, measures: asOneOf(all, box, action.measures) },
        shop,
        `${seed} ${id}`,
      ),
    document,
  );
}

/** A part beside those that it is made of, lying as the first of them does. */
function madeBeside(
  document: JobDocument,
  operation: Operation,
  measures: Measures,
  chosen: readonly Part[],
  seed: string,
): JobDocument {
  const [first] = chosen;
  const part: Part = {
    ...first,
    id: madeId(`${operation.name} of ${first.id}`, seed),
    name: `${first.name}, ${operation.name}`,
    making: { op: 'worked', by: operation.name, of: chosen.map(({ id }) => id), measures },
  };
  const last = chosen.at(-1)!.id;
  return {
    ...document,
    parts: document.parts.flatMap((each) => (each.id === last ? [each, part] : [each])),
    placements: [
      ...document.placements,
      ...placementsOf(document, first.id).map((place) => ({
        ...place,
        id: madeId(`place as ${place.id}`, part.id),
        partId: part.id,
      })),
    ],
  };
}

/** Turns the measures of a part that was made, and of an outline its distance. */
export function changeMaking(document: JobDocument, { partId, measures }: ChangeMaking, shop: JobShop): JobDocument {
  // Also what is within another part now can be turned: that one is made anew with it.
  const part = lookup(document).parts.get(partId) ?? refuse('That part is not in this job (any more).', 'partId');
  const { making } = part;
  const made = madeBy(making);
  if (!made || made.list.length === 0) return refuse(`“${part.name}” has no measures that could be turned.`, 'partId');
  const turned = checked(made, { ...made.measures, ...measures });
  if (making.op === 'printed')
    return kept(document, { ...part, making: { ...making, print: { ...making.print, measures: turned } } }, shop);
  if (making.op === 'worked') {
    const below = lookup(document).parts.get(making.of[0]);
    if (below) refuseToSize(document, below, { name: making.by }, turned);
    return kept(document, { ...part, making: { ...making, measures: turned } }, shop);
  }
  if (making.op !== 'outline') return document;
  if (turned.distance === 0)
    refuse('An outline at 0 mm is the part itself: a distance above or below 0 was expected.', 'measures.distance');
  return kept(document, { ...part, making: { ...making, distanceMm: turned.distance } }, shop);
}

function kept(document: JobDocument, part: Part, shop: JobShop): JobDocument {
  const next = withParts(document, [part]);
  refuseNothing(next, [part.id, ...hostsOf(next, part.id)], shop);
  return settled(document, next, shop);
}

/** The parts that a part is within, from the innermost out. */
function hostsOf(document: JobDocument, partId: string): string[] {
  const host = document.parts.find(
    ({ id, making }) => id !== partId && !isBeside(making) && standsOn(making).includes(partId),
  );
  return host ? [host.id, ...hostsOf(document, host.id)] : [];
}

function madeOfSeveral(
  document: JobDocument,
  { stepId }: MakePart,
  operation: Operation,
  measures: Measures,
  chosen: readonly Part[],
  seed: string,
): JobDocument {
  const [host, ...others] = chosen;
  if (others.length === 0) refuse(`Choose two parts or more: “${operation.label}” needs several.`, 'partIds');
  const { steps } = lookup(document);
  const stepIds = [...new Set(chosen.map((part) => part.stepId).filter((id) => id !== null))];
  if (stepId !== undefined && !stepIds.includes(stepId)) refuse('None of these parts is in that step.', 'stepId');
  if (stepId === undefined && stepIds.length > 1) {
    const numbers = document.steps.flatMap(({ id }, i) => (stepIds.includes(id) ? [i + 1] : []));
    refuse(`These parts are in steps ${numbers.join(' and ')}: say in which of them it is done.`, 'stepId');
  }
  const into = stepId ?? stepIds[0] ?? null;
  const made = asOne(
    document,
    host,
    others,
    (of) => ({ op: 'worked', by: operation.name, of, measures }),
    seed,
    into !== null && steps.has(into) ? into : host.stepId,
  );
  const second = secondOf(operation, measures);
  return second ? withSecond(made, host, second, seed) : made;
}

/** One part made anew; what is broken goes on as its two pieces, a mirrored pair as its two parts. */
function madeOfOne(
  document: JobDocument,
  part: Part,
  operation: Operation,
  measures: Measures,
  seed: string,
): JobDocument {
  const made = asOne(document, part, [], (of) => ({ op: 'worked', by: operation.name, of, measures }), seed);
  const second = secondOf(operation, measures);
  return second ? withSecond(made, part, second, seed) : made;
}

/** What goes on as two parts: how the second is called, and by which measures it is made of the same; null for what stays one. */
function secondOf({ name }: Operation, measures: Measures): { named: string; measures: Measures } | null {
  if (name === 'half' || name === 'broken')
    return { named: 'other piece', measures: { ...measures, side: 1 - (measures.side ?? 0) } };
  if (name === 'mirrored' && measures.own === AS_A_PAIR)
    return { named: 'mirrored', measures: { ...measures, own: GOES } };
  return null;
}

/** Of a mirrored part only the mirror image is left. */
const GOES = 1;

/** A part that was made, with a second one that is made of the same. */
function withSecond(
  made: JobDocument,
  part: Part,
  { named, measures }: { named: string; measures: Measures },
  seed: string,
): JobDocument {
  const whole = made.parts.find(({ id }) => id === part.id)!;
  const making = whole.making as WorkedMaking;
  const other: Part = {
    ...whole,
    id: madeId(`other half of ${part.id}`, seed),
    name: `${part.name}, ${named}`,
    making: { ...making, measures },
  };
  return {
    ...made,
    parts: made.parts.flatMap((each) => (each.id === part.id ? [each, other] : [each])),
    placements: [
      ...made.placements,
      ...placementsOf(made, part.id).map((place) => ({
        ...place,
        id: madeId(`place as ${place.id}`, other.id),
        partId: other.id,
      })),
    ],
  };
}

const inAskedOrder = (parts: readonly Part[], ids: readonly string[]): Part[] =>
  [...parts].sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id));

function checked({ label, list }: Pick<MadeBy, 'label' | 'list'>, measures: Measures): Measures {
  try {
    return allMeasures({ label, measures: list }, measures);
  } catch (error) {
    if (error instanceof MeasureRefusedError) refuse(error.message, `measures.${error.measure}`);
    throw error;
  }
}

/** @throws ActionRefusedError where nothing is left of a part, or it cannot be made */
export function refuseNothing(document: JobDocument, ids: readonly string[], shop: JobShop): void {
  const shapes = shop.shapes(document);
  // Each sentence says which part it speaks of.
  const faults = ids.flatMap((id) => shapes.get(id)?.fault ?? []);
  if (faults.length > 0) refuse(`${faults.join('. ')}.`, 'measures');
}
