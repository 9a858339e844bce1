import type { Here } from '../here';
import type { JobDetail, RecipeSummary, StepView, StockPieceView } from '@keen-anvil/contract';
import { asksEngraveOrCut, checkedStep, doneTogether, laidOn, type StepWork } from '@keen-anvil/core/steps';
import { composeAffine, type Affine } from '@keen-anvil/core/geometry';
import { turnedSheet } from '@keen-anvil/core/layout';
import type { Settings } from '@keen-anvil/core/recipes';
import { processOf } from '@keen-anvil/core/recipes';
import { machineKindOf } from '@keen-anvil/core/machines';
import { kerfFor } from '@keen-anvil/core/materials';
import type { HeavyPool } from '../heavy/pool';
import type { PlanAnswer, PlanTask } from '../heavy/tasks';
import { refused } from '../problem';
import { USUAL_PICTURE } from '@keen-anvil/core/raster';
import { toneKey, type Shop } from './shop';

/** A step's machine file, with the recipe it was made from. */
export interface StepFile extends PlanAnswer {
  recipe: RecipeSummary;
  /** What is dialled in: the recipe's settings, nudged where a variant fits. */
  settings: Settings;
}

/** What the tool-path planner needs to know of a step, and the recipe it goes by. @throws Problem where something is missing */
export function planTask(step: StepWork, shop: Shop): { task: PlanTask; recipe: RecipeSummary; settings: Settings } {
  const name = nameOf(step);
  const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
  if (!material) throw refused(`${name} has no material yet.`, 'materialId');
  const piece = pieceOf(step, shop);
  if (!piece) throw refused(`${name}: there is no piece of ${material.name} in stock.`, 'stockPieceId');
  if (asksEngraveOrCut(step))
    throw refused(`${name}: its shapes are filled. Say whether they are engraved or cut out.`, 'process');
  const { recipe, settings } = step.match;
  const machine = shop.machines.get(step.machineId)!;
  if (!recipe || !settings)
    throw refused(
      `${name}: there is no recipe for ${processOf(step.process).label.toLowerCase()} on ${material.name} with ${machine.name} yet.`,
      'recipe',
    );
  const fault = step.parts.find((part) => part.fault !== null)?.fault;
  if (fault) throw refused(`${name}: ${fault}.`, 'parts');
  if (step.parts.length === 0) throw refused(`${name} has no parts: nothing would be done.`, 'parts');
  const { way } = step.cut?.picture ?? USUAL_PICTURE;
  return {
    recipe,
    settings,
    task: {
      request: {
        machine,
        process: step.process,
        settings,
        holder: step.holder,
        parts: step.laid,
        ...(step.onCarrier && step.sheet?.carrierAt ? { carrierAt: step.sheet.carrierAt } : {}),
        fill: step.fill,
        tool: shop.tools.get(step.toolId) ?? null,
        kerfMm: kerfFor(material, machine.id),
        ...(step.cut ? { cut: step.cut } : {}),
        pictures: {
          grey: {},
          wish: step.cut?.picture,
          use: {
            curve: shop.tones?.get(toneKey(recipe.id, 'by power')) ?? null,
            dots: way === 'by power' ? null : (shop.tones?.get(toneKey(recipe.id, way)) ?? null),
            power: settings.power ?? 0,
          },
        },
        // Laid as it is seen from the front, and done from the back: as the sheet lies in the machine by then.
        ...(step.turned ? { correction: turnedSheet(step.turned, piece) } : {}),
      },
      pictures: picturesOf(step, shop),
      check: checkedStep(step, {
        machine,
        material,
        piece,
        tool: shop.tools.get(step.toolId)!,
        ground: step.onMaterialId ? shop.materials.get(step.onMaterialId) : null,
      }),
    },
  };
}

/** The pictures that a step engraves, as files. */
const picturesOf = ({ laid }: StepWork, { pictures }: Shop): PlanTask['pictures'] => {
  const ids = new Set(laid.flatMap(({ picture }) => picture?.drawingId ?? []));
  return [...ids].flatMap((drawingId) => {
    const bytes = pictures?.get(drawingId);
    return bytes ? [{ drawingId, bytes: new Uint8Array(bytes) }] : [];
  });
};

/** What a step on a sheet is called. */
const nameOf = ({ position, sheet }: StepWork): string =>
  `Step ${position + 1}${sheet && sheet.of > 1 ? `, sheet ${sheet.turn} of ${sheet.of}` : ''}`;

/** The piece a step lies on; foil lies over a sheet of another material. */
export function pieceOf(step: Pick<StepWork, 'stockPieceId'>, shop: Shop): StockPieceView | undefined {
  for (const material of shop.materials.values()) {
    const found = material.pieces.find((piece) => piece.id === step.stockPieceId);
    if (found) return found;
  }
  return undefined;
}

/**
 * One file for what a laser does on one sheet: engraved and cut in one go, in the order of the steps.
 * @param steps of one machine, on one sheet
 */
export async function makeSheetFile(
  here: Here,
  heavy: HeavyPool,
  steps: readonly StepWork[],
  shop: Shop,
): Promise<string> {
  return heavy.planSheetFile(
    here,
    steps.map((step) => planTask(step, shop).task),
  );
}

/** A line file of the guides on a step's sheet, to be drawn on the carrier with a pen; blanks are laid by it. @throws Problem where there are none, or no pen */
export async function makeGuideFile(
  here: Here,
  heavy: HeavyPool,
  job: JobDetail,
  step: StepWork,
  shop: Shop,
): Promise<string> {
  const { sheet } = step;
  const parts = sheet
    ? job.otherParts
        .filter(({ role, stepId }) => role === 'guide' && stepId === step.id)
        .flatMap((part) => laidOn(part, sheet))
    : [];
  if (parts.length === 0) throw refused(`${nameOf(step)}: there is no guide on its sheet.`, 'sheet');
  const machine = shop.machines.get(step.machineId)!;
  if (machineKindOf(machine.kind).does !== 'tool')
    throw refused(
      `${machine.name} holds no pen: lay the blanks by a ruler, or let it mark a sheet of card.`,
      'machineId',
    );
  return heavy.planGuideFile(here, { machine, process: 'draw', settings: { passes: 1 }, holder: 1, parts });
}

/** What a step's file can hold with it: what the same laser does on the same sheet. */
export function inOneFile(work: StepWork, steps: readonly StepView[], shop: Shop): StepWork[] {
  const machine = shop.machines.get(work.machineId);
  return machine && machineKindOf(machine.kind).does === 'beam' ? doneTogether(work, steps) : [work];
}

/** A request brought to where its sheet really lies. */
const brought = (request: PlanTask['request'], correction: Affine | null): PlanTask['request'] =>
  correction
    ? { ...request, correction: request.correction ? composeAffine(request.correction, correction) : correction }
    : request;

/**
 * A step's machine file with other numbers than its recipe's.
 * @param among what all lies there, where only some of it is gone over
 */
export async function fileWithSettings(
  here: Here,
  heavy: HeavyPool,
  step: StepWork,
  shop: Shop,
  settings: Settings,
  correction: Affine | null,
  among: StepWork['laid'] = step.laid,
): Promise<StepFile> {
  const { task, recipe } = planTask(step, shop);
  const only = among === step.laid ? {} : { parts: among, only: step.laid.map(({ id }) => id) };
  return {
    ...(await heavy.planMachineFile(here, {
      request: { ...brought(task.request, correction), settings, ...only },
      check: { ...task.check, settings },
    })),
    recipe,
    settings,
  };
}

/** Works out a step's machine file. @param correction where its sheet really lies, by its marks */
export async function makeStepFile(
  here: Here,
  heavy: HeavyPool,
  step: StepWork,
  shop: Shop,
  correction: Affine | null = null,
): Promise<StepFile> {
  const { task, recipe, settings } = planTask(step, shop);
  const request = brought(task.request, correction);
  return { ...(await heavy.planMachineFile(here, { ...task, request })), recipe, settings };
}
