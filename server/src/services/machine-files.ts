import type { JobDetail, RecipeSummary, StepView } from '@keen-anvil/contract';
import type { Settings } from '@keen-anvil/core/recipes';
import { cuttableArea, machineKindOf } from '@keen-anvil/core/machines';
import { processOf } from '@keen-anvil/core/recipes';
import type { HeavyPool } from '../heavy/pool';
import type { PlanAnswer, PlanTask } from '../heavy/tasks';
import { refused } from '../problem';
import type { Shop } from './shop';

/** A step's machine file, with the recipe it was made from. */
export interface StepFile extends PlanAnswer {
  recipe: RecipeSummary;
  /** What is dialled in: the recipe's settings, nudged where a variant fits. */
  settings: Settings;
}

/** What the tool-path planner needs to know of a step, and the recipe it goes by. @throws Problem where something is missing */
export function planTask(job: JobDetail, step: StepView, shop: Shop): { task: PlanTask; recipe: RecipeSummary; settings: Settings } {
  const name = `Step ${step.position + 1}`;
  const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
  if (!material) throw refused(`${name} has no material yet.`, 'materialId');
  const piece = material.pieces.find((p) => p.id === step.stockPieceId);
  if (!piece) throw refused(`${name}: there is no piece of ${material.name} in stock.`, 'stockPieceId');
  const { recipe, settings } = step.match;
  const machine = shop.machines.get(step.machineId)!;
  if (machineKindOf(machine.kind).does !== 'tool') throw refused(`${name}: no machine file can be written for ${machine.name} yet, only for blade plotters.`, 'machineId');
  if (!recipe || !settings) throw refused(`${name}: there is no recipe for ${processOf(step.process).label.toLowerCase()} on ${material.name} with ${machine.name} yet.`, 'recipe');
  const { artwork, widthMm } = job;
  if (!artwork || !widthMm) throw refused('The job has no drawing yet.', 'artwork');
  return {
    recipe,
    settings,
    task: {
      request: {
        machine,
        process: step.process,
        settings,
        holder: step.holder,
        scale: widthMm / artwork.drawnWidthMm,
        mirrored: step.mirrored,
        parts: step.parts.map((part) => ({ ...part, colour: step.colour })),
      },
      check: {
        sheet: { name: piece.name, widthMm: piece.widthMm, lengthMm: piece.lengthMm },
        cuttable: cuttableArea(machine, piece, step.onCarrier),
        machineName: machine.name,
        material,
        mirrored: step.mirrored,
      },
    },
  };
}

/** Works out a step's machine file. */
export async function makeStepFile(heavy: HeavyPool, job: JobDetail, step: StepView, shop: Shop): Promise<StepFile> {
  const { task, recipe, settings } = planTask(job, step, shop);
  return { ...(await heavy.planMachineFile(task)), recipe, settings };
}
