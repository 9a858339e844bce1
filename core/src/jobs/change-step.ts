import { familyOf, isWorkedReversed } from '../materials';
import {
  engraveOrCut,
  findRecipe,
  liesOverStencil,
  nudged,
  nudgeProblems,
  processOf,
  TEMPERS,
  variantFor,
  type ProcessName,
  type Settings,
} from '../recipes';
import type { ChangeStep } from './action';
import { replaced, withSteps, type JobDocument, type Step } from './document';
import { ontoPiece, shifted, type OnSheet } from './lay';
import { lookup, partsOf, placementsOf, sheetOf, sheetsOf } from './parts-of';
import { isOfPictures } from './picture-steps';
import { placedAfresh } from './place-afresh';
import { refuse } from './refusal';
import { inRunningOrder } from './settled';
import { stepBox } from './shapes';
import type { JobShop, ShopMaterial } from './shop';
import { holderFor, isInShop, suitableMachine, suitableTool } from './starting-place';
import { tidied } from './tidied';
import { isBehind, isPressed, onItsSide, withSides } from './two-sides';

/** A step with what it is done on. */
interface StepOn extends OnSheet {
  step: Step;
}

/** Changes what is done in a step; what follows from it (process, piece, turning over, machine, tool, order) follows by itself. */
export function changeStep(document: JobDocument, change: ChangeStep, shop: JobShop): JobDocument {
  const step = lookup(document).steps.get(change.stepId) ?? refuse('That step is not in this job.', 'stepId');
  const was: StepOn = { step, ...onSheetOf(document, step.id) };
  const chosen = withProvenPlace(applied(was, change, shop), change, shop);
  // A picture's frame is cut only where that is said; engraved or pressed, the picture itself is worked on.
  if (
    step.isSkipped &&
    change.isSkipped === undefined &&
    (change.process !== undefined || processOf(chosen.step.process).path !== 'outline') &&
    isOfPictures(document, step.id)
  )
    chosen.step.isSkipped = false;
  if (change.nudge) refuseImpossibleNudge(chosen, shop);
  let next = withSteps(document, [chosen.step]);
  next = withWhatLiesOver(onto(next, chosen), shop);
  const now = { step: chosen.step, ...onSheetOf(next, step.id) };
  if (
    now.step.materialId !== step.materialId ||
    now.stockPieceId !== was.stockPieceId ||
    now.step.machineId !== step.machineId ||
    // What was laid out over several sheets stays so: they only lie otherwise.
    (now.onCarrier !== was.onCarrier && sheetsOf(next, step.id).length < 2)
  )
    next = placedAfresh(next, step.id, shop);
  else if ((change.turned !== undefined && !isPressed(now.step.process)) || isBehind(now.step) !== isBehind(step))
    next = withSides(document, next, step.id, shop);
  else if (now.step.mirrored !== step.mirrored) next = turnedOver(document, next, now.step, shop);
  return tidied(inRunningOrder(next));
}

const onSheetOf = (document: JobDocument, stepId: string): OnSheet => {
  const sheet = sheetOf(document, stepId);
  return { stockPieceId: sheet?.stockPieceId ?? null, onCarrier: sheet?.onCarrier ?? false };
};

function onto(document: JobDocument, { step, stockPieceId, onCarrier }: StepOn): JobDocument {
  const ids = partsOf(document, step.id).map(({ id }) => id);
  const next = ontoPiece(document, step.id, { stockPieceId, onCarrier }, ids);
  const turned = ids.flatMap((id) =>
    placementsOf(next, id).flatMap((place) =>
      place.turnedOver === step.mirrored ? [] : [{ ...place, turnedOver: step.mirrored }],
    ),
  );
  return { ...next, placements: replaced(next.placements, turned) };
}

/** A step after a change, with all that follows from it in the step itself. */
function applied({ step, stockPieceId, onCarrier }: StepOn, change: ChangeStep, shop: JobShop): StepOn {
  const next: Step = {
    ...step,
    isSkipped: change.isSkipped ?? step.isSkipped,
    fill: change.fill ?? step.fill,
    rounds: change.rounds ?? step.rounds,
    cut: change.cut === undefined ? (step.cut ?? null) : change.cut,
    onMaterialId: groundOf(step, change, shop),
  };
  let piece = stockPieceId;
  if (change.materialId !== undefined && change.materialId !== step.materialId) {
    const material =
      shop.materials.get(change.materialId) ?? refuse('That material is not in this workshop.', 'materialId');
    next.materialId = material.id;
    piece = material.pieces.find(({ isArchived, count }) => !isArchived && count > 0)?.id ?? null;
    // What somebody said is done stays, whatever the material is for usually; lines that would be drawn are foiled with foil.
    if (step.isProcessOpen || isFoiledInstead(step, material)) Object.assign(next, usualFor(material, step, shop));
    next.mirrored = isReversedIn(next, material);
  }
  if (change.stockPieceId !== undefined) {
    const material = next.materialId ? shop.materials.get(next.materialId) : undefined;
    if (!material?.pieces.some(({ id }) => id === change.stockPieceId))
      refuse("That piece is not of this step's material.", 'stockPieceId');
    piece = change.stockPieceId;
  }
  if (change.process !== undefined) {
    next.process = change.process;
    next.isProcessGuessed = false;
    next.isProcessOpen = false;
  }
  // What is cut from its back is pressed with its face up; a print lies face down.
  if (change.process && processOf(change.process).path === 'none' && change.mirrored === undefined)
    next.mirrored = processOf(change.process).liesFaceDown === true && isReversed(materialOf(next, shop));
  const turned = change.turned === undefined ? (step.turned ?? null) : change.turned;
  if (change.turned !== undefined || (turned && change.process !== undefined))
    Object.assign(next, onItsSide({ ...next, turned }, isReversed(materialOf(next, shop))));
  if (change.mirrored !== undefined) next.mirrored = change.mirrored;
  next.machineId = machineFor(next, change, shop);
  next.toolId = toolFor(next, change, shop);
  next.holder = holderOf(step, next, change, shop);
  next.nudge = nudgeOf(step, next, change);
  return { step: next, stockPieceId: piece, onCarrier: change.onCarrier ?? onCarrier };
}

/** What is done in a step of which nobody has said it: what is usual for its first material, where the shop can do that. */
function usualFor(
  { defaultProcess, family }: ShopMaterial,
  { process, isFromBack }: Step,
  shop: JobShop,
): Pick<Step, 'process' | 'isProcessGuessed' | 'isProcessOpen'> {
  const usual = !isFromBack && isInShop(defaultProcess, shop) ? defaultProcess : process;
  return {
    process: usual,
    // It is only a question where the shop can do either.
    isProcessGuessed:
      !isFromBack && (familyOf(family).asksEngraveOrCut ?? false) && canDoEither(usual, defaultProcess, shop),
    isProcessOpen: false,
  };
}

function canDoEither(present: ProcessName, usual: ProcessName, { machines, tools }: JobShop): boolean {
  const { engrave, cut } = engraveOrCut(present, usual, {
    machines: [...machines.values()],
    tools: [...tools.values()],
  });
  return engrave !== null && cut !== null;
}

const isReversed = (material: ShopMaterial | undefined): boolean =>
  material !== undefined && isWorkedReversed(material);

/** Whether a step reads reversed on a material, unless somebody says otherwise. */
function isReversedIn({ process, isFromBack }: Step, material: ShopMaterial): boolean {
  const { path, liesFaceDown } = processOf(process);
  // What is cut from its back is pressed with its face up; a print lies face down.
  return isFromBack || (isReversed(material) && (path !== 'none' || liesFaceDown === true));
}

function groundOf(step: Step, { onMaterialId }: ChangeStep, { materials }: JobShop): string | null {
  if (onMaterialId && !materials.has(onMaterialId)) refuse('That material is not in this workshop.', 'onMaterialId');
  return onMaterialId === undefined ? (step.onMaterialId ?? null) : onMaterialId;
}

const materialOf = ({ materialId }: Step, { materials }: JobShop) =>
  materialId ? materials.get(materialId) : undefined;

function machineFor(step: Step, { machineId }: ChangeStep, shop: JobShop): string {
  if (machineId === undefined) return suitableMachine(step.process, step.machineId, shop);
  const machine = shop.machines.get(machineId) ?? refuse('That machine is not in this workshop.', 'machineId');
  if (machine.isArchived && machine.id !== step.machineId)
    refuse(`${machine.name} was put away. Take it out again in the shop, or choose another machine.`, 'machineId');
  const process = processOf(step.process);
  if (!process.machineKinds.includes(machine.kind))
    refuse(`${process.label} cannot be done on ${machine.name}.`, 'machineId');
  return machine.id;
}

function toolFor(step: Step, { toolId, materialId, process: asked }: ChangeStep, shop: JobShop): string {
  if (toolId === undefined) {
    const isProposed = materialId !== undefined || asked !== undefined;
    return suitableTool(step.process, step.machineId, step.toolId, shop, isProposed);
  }
  const tool = shop.tools.get(toolId) ?? refuse('That tool is not in this workshop.', 'toolId');
  if (tool.isArchived && tool.id !== step.toolId)
    refuse(`${tool.name} was put away. Take it out again in the shop, or choose another tool.`, 'toolId');
  const process = processOf(step.process);
  if (!process.toolKinds.includes(tool.kind))
    refuse(`${tool.name} cannot do ${process.label.toLowerCase()}.`, 'toolId');
  if (tool.machineId && tool.machineId !== step.machineId) refuse(`${tool.name} belongs to another machine.`, 'toolId');
  return tool.id;
}

function holderOf(before: Step, step: Step, change: ChangeStep, shop: JobShop): number {
  const isSamePlace = step.toolId === before.toolId && step.machineId === before.machineId;
  const holder = change.holder ?? (isSamePlace ? before.holder : holderFor(step.toolId, step.machineId, shop));
  const { holders, name } = shop.machines.get(step.machineId)!;
  if (holder > holders)
    refuse(
      `${name} has ${holders === 1 ? 'one holder' : `${holders} holders`}; holder ${holder} was asked for.`,
      'holder',
    );
  return holder;
}

/** A nudge belongs to the recipe it was made for. */
function nudgeOf(before: Step, step: Step, { nudge }: ChangeStep): Step['nudge'] {
  if (nudge !== undefined) return nudge;
  const isSameRecipe =
    step.materialId === before.materialId &&
    step.machineId === before.machineId &&
    step.toolId === before.toolId &&
    step.process === before.process;
  return isSameRecipe ? before.nudge : null;
}

/** A step whose material or process was chosen goes to the machine and tool that have the best proven recipe for it, if those at hand have none. */
function withProvenPlace(on: StepOn, change: ChangeStep, shop: JobShop): StepOn {
  const { step } = on;
  const isAsked = change.materialId !== undefined || change.process !== undefined;
  if (!isAsked || change.machineId || change.toolId || !step.materialId) return on;
  const known = shop.recipes.filter(
    (recipe) =>
      recipe.materialId === step.materialId &&
      recipe.process === step.process &&
      !shop.machines.get(recipe.machineId)?.isArchived &&
      !shop.tools.get(recipe.toolId)?.isArchived,
  );
  const isAtHand = known.some(({ machineId, toolId }) => machineId === step.machineId && toolId === step.toolId);
  if (known.length === 0 || isAtHand) return on;
  const grade = (recipe: (typeof known)[number]) =>
    TEMPERS.indexOf(recipe.temper) + (recipe.machineId === step.machineId ? 0.5 : 0);
  const { machineId, toolId } = known.reduce((a, b) => (grade(b) > grade(a) ? b : a));
  return applied(on, { do: 'change-step', stepId: step.id, machineId, toolId }, shop);
}

function refuseImpossibleNudge({ step, stockPieceId }: StepOn, shop: JobShop): void {
  const settings =
    settingsOf(step, stockPieceId, shop) ?? refuse('There is no recipe yet that could be nudged.', 'nudge');
  const [problem] = nudgeProblems(shop.machines.get(step.machineId)!, step.process, settings, step.nudge!.changes);
  if (problem) refuse(problem.message, 'nudge');
}

/** What the book says for a step, before it is nudged in this job. */
/** Lines that would be drawn on a material that is foiled usually. */
const isFoiledInstead = ({ process }: Step, { defaultProcess }: ShopMaterial): boolean =>
  processOf(process).gives === 'pen ink' && processOf(defaultProcess).gives === 'foil';

function settingsOf(step: Step, stockPieceId: string | null, shop: JobShop): Settings | null {
  if (!step.materialId) return null;
  const recipe = findRecipe([...shop.recipes], { ...step, materialId: step.materialId });
  if (!recipe) return null;
  const variant = variantFor(recipe.variants, { toolId: step.toolId, stockPieceId });
  return variant ? nudged(shop.machines.get(step.machineId)!, recipe.settings, variant.changes) : recipe.settings;
}

/** Foil is laid over a sheet of another material on the same machine, and what is debossed from the back over its stencil: such steps lie on that sheet. */
function withWhatLiesOver(document: JobDocument, shop: JobShop): JobDocument {
  const isFoil = ({ materialId }: Step) => {
    const material = materialId === null ? undefined : shop.materials.get(materialId);
    return material !== undefined && familyOf(material.family).liesOverOther === true;
  };
  const isOver = (step: Step) => isFoil(step) || liesOverStencil(step);
  let next = document;
  for (const step of document.steps.filter((each) => isOver(each) && each.materialId !== null)) {
    const under = document.steps.find(
      (other) =>
        other.id !== step.id &&
        other.machineId === step.machineId &&
        other.materialId !== null &&
        !isOver(other) &&
        other.isFromBack === step.isFromBack &&
        onSheetOf(next, other.id).stockPieceId !== null,
    );
    if (under) next = onto(next, { step, ...onSheetOf(next, under.id) });
  }
  return next;
}

/** Turns a step over where it lies: its box stays, what was left in it is right. */
function turnedOver(before: JobDocument, document: JobDocument, step: Step, shop: JobShop): JobDocument {
  const box = stepBox(before, shop.shapes(before), step.id);
  if (!box) return document;
  const shift = (box.minX + box.maxX) * (step.mirrored ? 1 : -1);
  return shifted(
    document,
    partsOf(document, step.id).map(({ id }) => id),
    { x: shift, y: 0 },
  );
}
