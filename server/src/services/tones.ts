import type { Here } from '../here';
import { processOf } from '@keen-anvil/core/recipes';
import type { NewToneLadder, RecipeDetail, ToneLadderView } from '@keen-anvil/contract';
import type { Machine } from '@keen-anvil/core/machines';
import { beamSpeed, runUpMm, trialFile, USUAL_INTERVAL_MM, type TrialFile } from '@keen-anvil/core/output';
import { burntCover, COVER, type DotWay, type PictureWay } from '@keen-anvil/core/raster';
import type { Settings } from '@keen-anvil/core/recipes';
import { trialSize } from '@keen-anvil/core/shapes';
import { seedFromId, toneResult } from '@keen-anvil/core/standins';
import { toneCurve, tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, refused } from '../problem';
import { lockRecipe } from '../queries/recipes';
import { findTone, writeTone } from '../queries/tones';
import { recipeDetail } from './recipe-views';
import { loadShop } from './shop';

const MOST_PATCHES = 24;
const BY_POWER = 'by power';
/** Where the ladder begins on the piece, and how far its patches stand apart, in mm. */
const EDGE_MM = 5;
const GAP_MM = 3;

/** Which ladder: how its shades are made, and what its patches differ in. */
export interface LadderWish {
  way: PictureWay;
  quantity: string;
  values: number[];
}

/** The tone ladder of a recipe for a way to make shades, or null. */
export async function toneOf(
  here: Here,
  pool: Pool,
  recipeId: string,
  way: PictureWay,
): Promise<ToneLadderView | null> {
  await recipeDetail(here, pool, recipeId);
  return (await findTone(pool, here.workshopId, recipeId, way)) ?? null;
}

/** Keeps a scored ladder; refuses one from which no curve can be made. */
export async function keepTone(
  here: Here,
  pool: Pool,
  recipeId: string,
  { way = BY_POWER, quantity, patches }: NewToneLadder,
): Promise<ToneLadderView> {
  return inTransaction(here, pool, async (db) => {
    if (!(await lockRecipe(db, here.workshopId, recipeId))) throw notFound('That recipe');
    const values = patches.map(({ value }) => value);
    const { cells } = await ladder(here, db, recipeId, { way, quantity, values });
    try {
      toneCurve(patches);
    } catch (error) {
      throw refused((error as Error).message, 'patches');
    }
    await writeTone(db, here.workshopId, recipeId, {
      way,
      quantity,
      patches: cells.map(({ value }, i) => ({ value, darkness: patches[i].darkness })),
    });
    return (await findTone(db, here.workshopId, recipeId, way))!;
  });
}

/** The machine file that burns a ladder, with room for the head to get its speed beside the first patch where the bed has it. */
export async function toneFile(
  here: Here,
  pool: Pool,
  recipeId: string,
  wish: LadderWish,
): Promise<TrialFile & { materialName: string }> {
  const { machine, material, process, cells } = await ladder(here, pool, recipeId, wish);
  const size = trialSize(process);
  const whole = cells.length * (size.widthMm + GAP_MM) - GAP_MM;
  const runUp = Math.max(...cells.map(({ settings }) => runUpMm(beamSpeed(machine, settings), machine.motion)));
  const first = Math.max(EDGE_MM, Math.min(Math.ceil(runUp), machine.workWidthMm - whole - EDGE_MM));
  const file = trialFile({
    machine,
    process,
    holder: 1,
    cells: cells.map(({ settings, dots }, i) => ({
      number: i + 1,
      settings,
      at: { x: first + i * (size.widthMm + GAP_MM), y: EDGE_MM },
      isRepeat: false,
      ...(dots ? { dots } : {}),
    })),
  });
  return { ...file, materialName: material.name };
}

/** How dark a ladder comes out on the stand-in: dots of its beam's width have gain. */
export async function toneOnStandIn(here: Here, pool: Pool, recipeId: string, wish: LadderWish): Promise<number[]> {
  const { machine, material, recipe, cells } = await ladder(here, pool, recipeId, wish);
  const hidden = { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) };
  const pitchMm = recipe.settings.interval ?? USUAL_INTERVAL_MM;
  return cells.map(({ settings, value, dots }) => {
    const seed = seedFromId(uuidv5(`${wish.quantity} ${value}`, recipeId));
    const solid = toneResult(machine, settings, recipe.settings, hidden, seed);
    return dots ? solid * burntCover(dots.way, dots.cover, { pitchMm, spotMm: machine.spotMm ?? pitchMm }) : solid;
  });
}

async function ladder(here: Here, db: Db, recipeId: string, { way, quantity, values }: LadderWish) {
  const recipe = await recipeDetail(here, db, recipeId);
  const { machines, materials } = await loadShop(here, db, [recipe.material.id]);
  const machine = machines.get(recipe.machine.id)!;
  if (processOf(recipe.process).path !== 'rows')
    throw refused('A tone ladder is for engraving areas with a beam.', 'quantity');
  if (values.length < 2 || values.length > MOST_PATCHES)
    throw refused(`A ladder has 2 to ${MOST_PATCHES} patches; ${values.length} came.`, 'patches');
  return {
    recipe,
    process: recipe.process,
    machine,
    material: materials.get(recipe.material.id)!,
    cells: way === BY_POWER ? dialled(machine, recipe, quantity, values) : dotted(recipe, way, quantity, values),
  };
}

interface LadderCell {
  value: number;
  settings: Settings;
  dots?: { way: DotWay; cover: number };
}

/** Patches that differ in what is dialled in. */
function dialled(machine: Machine, recipe: RecipeDetail, quantity: string, values: number[]): LadderCell[] {
  const dial = tunedDials(machine, recipe.process, recipe.settings).find(({ name }) => name === quantity);
  if (!dial) throw refused(`The ladder's dial is not one of this recipe: “${quantity}” came.`, 'quantity');
  const off = values.find((value) => !(value >= dial.min && value <= dial.max));
  if (off !== undefined) throw refused(`${dial.label} goes from ${dial.min} to ${dial.max}; ${off} came.`, 'patches');
  return values.map((value) => ({ value, settings: { ...recipe.settings, [dial.name]: value } }));
}

/** Patches of dots at the recipe's own numbers, that cover more and more. */
function dotted(recipe: RecipeDetail, way: DotWay, quantity: string, values: number[]): LadderCell[] {
  if (quantity !== COVER)
    throw refused(`A ladder of dots goes by how much they cover (“${COVER}”); “${quantity}” came.`, 'quantity');
  const off = values.find((value) => !(value > 0 && value <= 100));
  if (off !== undefined) throw refused(`Dots cover more than 0 and at most 100 %; ${off} came.`, 'patches');
  return values.map((value) => ({ value, settings: recipe.settings, dots: { way, cover: value / 100 } }));
}
