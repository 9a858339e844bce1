import type { DebossFromBack } from './action';
import { changeStep } from './change-step';
import { chosenParts } from './chosen-parts';
import { withParts, withSteps, type JobDocument } from './document';
import { madeId } from './made-id';
import { lookup, partsOf } from './parts-of';
import { drawOutline, splitStep } from './parts-actions';
import { refuse } from './refusal';
import type { JobShop } from './shop';

/**
 * Makes of parts what it takes to press them into a sheet from its back: they are cut out of a stencil, reversed; inside them runs a
 * line for the stylus at an exact gap, which is pressed twice with the sheet laid over the stencil, on the same marks.
 */
export function debossFromBack(
  document: JobDocument,
  { partIds, gapMm }: DebossFromBack,
  shop: JobShop,
  seed: string,
): JobDocument {
  const chosen = chosenParts(document, partIds);
  const stencil = inStepOfTheirOwn(
    document,
    chosen.map(({ id }) => id),
    shop,
    seed,
  );
  let next = fromBack(stencil.document, stencil.stepId);
  next = changeStep(next, { do: 'change-step', stepId: stencil.stepId, process: 'through-cut', mirrored: true }, shop);
  const known = new Set(next.parts.map(({ id }) => id));
  next = drawOutline(next, { do: 'draw-outline', partIds, distanceMm: -gapMm }, shop, seed);
  const lines = next.parts.filter(({ id }) => !known.has(id));
  next = withParts(
    next,
    lines.map((line) => ({ ...line, name: `${line.name.replace(/, inner line at .*$/, '')}, stylus line` })),
  );
  const pressId = madeId('press', seed);
  next = splitStep(next, { do: 'split-step', partIds: lines.map(({ id }) => id), stepId: pressId }, shop);
  next = changeStep(
    fromBack(next, pressId),
    { do: 'change-step', stepId: pressId, process: 'deboss', rounds: 2 },
    shop,
  );
  const press = lookup(next).steps.get(pressId)!;
  // What is pressed is another sheet than the stencil: nobody has said yet which.
  return withSteps(next, [{ ...press, materialId: null }]);
}

const fromBack = (document: JobDocument, stepId: string): JobDocument =>
  withSteps(document, [{ ...lookup(document).steps.get(stepId)!, isFromBack: true }]);

/** Parts in a step that has no others: the one they are in, or a new one that is done as theirs. */
function inStepOfTheirOwn(
  document: JobDocument,
  partIds: readonly string[],
  shop: JobShop,
  seed: string,
): { document: JobDocument; stepId: string } {
  const ids = new Set(partIds);
  const stepIds = [...new Set(partIds.map((id) => lookup(document).parts.get(id)!.stepId))];
  const [only] = stepIds;
  const others = (stepId: string) =>
    partsOf(document, stepId).some(({ id, role }) => !ids.has(id) && role === 'process');
  if (stepIds.length === 1 && only !== null && !others(only))
    return { document: withRole(document, partIds), stepId: only };
  const stepId = madeId('stencil', seed);
  if (lookup(document).steps.has(stepId)) refuse('This was done already.', 'partIds');
  return { document: splitStep(document, { do: 'split-step', partIds, stepId }, shop), stepId };
}

const withRole = (document: JobDocument, partIds: readonly string[]): JobDocument =>
  withParts(
    document,
    partIds.map((id) => ({ ...lookup(document).parts.get(id)!, role: 'process' as const })),
  );
