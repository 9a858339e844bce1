import { processOf } from '@keen-anvil/core/recipes';
import type { NewToneLadder, ToneLadderView } from '@keen-anvil/contract';
import { trialFile, type TrialFile } from '@keen-anvil/core/output';
import type { Settings } from '@keen-anvil/core/recipes';
import { trialSize } from '@keen-anvil/core/shapes';
import { seedFromId, toneResult } from '@keen-anvil/core/standins';
import { toneCurve, tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import { notFound, refused } from '../problem';
import { lockRecipe } from '../queries/recipes';
import { findTone, writeTone } from '../queries/tones';
import { recipeDetail } from './recipe-views';
import { loadShop } from './shop';

const MOST_PATCHES = 24;
/** Where the ladder begins on the piece, and how far its patches stand apart, in mm. */
const EDGE_MM = 5;
const GAP_MM = 3;

/** The tone ladder of a recipe, or null. */
export async function toneOf(pool: Pool, workshopId: string, recipeId: string): Promise<ToneLadderView | null> {
  await recipeDetail(pool, workshopId, recipeId);
  return (await findTone(pool, workshopId, recipeId)) ?? null;
}

/** Keeps a scored ladder; refuses one from which no curve can be made. */
export async function keepTone(
  pool: Pool,
  workshopId: string,
  recipeId: string,
  { quantity, patches }: NewToneLadder,
): Promise<ToneLadderView> {
  return inTransaction(pool, async (db) => {
    if (!(await lockRecipe(db, workshopId, recipeId))) throw notFound('That recipe');
    const { cells } = await ladder(
      db,
      workshopId,
      recipeId,
      quantity,
      patches.map(({ value }) => value),
    );
    try {
      toneCurve(patches);
    } catch (error) {
      throw refused((error as Error).message, 'patches');
    }
    await writeTone(
      db,
      workshopId,
      recipeId,
      quantity,
      cells.map(({ value }, i) => ({ value, darkness: patches[i].darkness })),
    );
    return (await findTone(db, workshopId, recipeId))!;
  });
}

/** The machine file that burns a ladder. */
export async function toneFile(
  pool: Pool,
  workshopId: string,
  recipeId: string,
  quantity: string,
  values: number[],
): Promise<TrialFile & { materialName: string }> {
  const { machine, material, process, cells } = await ladder(pool, workshopId, recipeId, quantity, values);
  const size = trialSize(process);
  const file = trialFile({
    machine,
    process,
    holder: 1,
    cells: cells.map(({ settings }, i) => ({
      number: i + 1,
      settings,
      at: { x: EDGE_MM + i * (size.widthMm + GAP_MM), y: EDGE_MM },
      isRepeat: false,
    })),
  });
  return { ...file, materialName: material.name };
}

/** How dark a ladder comes out on the stand-in. */
export async function toneOnStandIn(
  pool: Pool,
  workshopId: string,
  recipeId: string,
  quantity: string,
  values: number[],
): Promise<number[]> {
  const { machine, material, recipe, cells } = await ladder(pool, workshopId, recipeId, quantity, values);
  const hidden = { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) };
  return cells.map(({ settings, value }) =>
    toneResult(machine, settings, recipe.settings, hidden, seedFromId(uuidv5(`${quantity} ${value}`, recipeId))),
  );
}

async function ladder(db: Db, workshopId: string, recipeId: string, quantity: string, values: number[]) {
  const recipe = await recipeDetail(db, workshopId, recipeId);
  const { machines, materials } = await loadShop(db, workshopId, [recipe.material.id]);
  const machine = machines.get(recipe.machine.id)!;
  if (processOf(recipe.process).path !== 'rows')
    throw refused('A tone ladder is for engraving areas with a beam.', 'quantity');
  const dial = tunedDials(machine, recipe.process, recipe.settings).find(({ name }) => name === quantity);
  if (!dial) throw refused(`The ladder's dial is not one of this recipe: “${quantity}” came.`, 'quantity');
  if (values.length < 2 || values.length > MOST_PATCHES)
    throw refused(`A ladder has 2 to ${MOST_PATCHES} patches; ${values.length} came.`, 'patches');
  const off = values.find((value) => !(value >= dial.min && value <= dial.max));
  if (off !== undefined) throw refused(`${dial.label} goes from ${dial.min} to ${dial.max}; ${off} came.`, 'patches');
  return {
    recipe,
    process: recipe.process,
    machine,
    material: materials.get(recipe.material.id)!,
    cells: values.map((value) => ({ value, settings: { ...recipe.settings, [dial.name]: value } as Settings })),
  };
}
