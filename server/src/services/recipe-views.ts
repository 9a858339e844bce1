import type { Here } from '../here';
import type { RecipeDetail, RecipeSummary, WearHintView } from '@keen-anvil/contract';
import { scaleOf, wearHint } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { notFound } from '../problem';
import { type RecipeRow } from '../queries/recipes';
import { listTold, type ToldRecipe } from '../queries/evidence';
import { loadShop, type Shop } from './shop';

/** A recipe as a list shows it. */
export function recipeSummary(row: RecipeRow): RecipeSummary {
  return {
    id: row.id,
    process: row.process,
    settings: row.settings,
    typed: row.typed,
    source: row.source,
    temper: { temper: row.temper, tally: row.tally },
    lastUsedAt: row.lastUsedAt,
    isNailed: row.nail !== null,
    isArchived: row.isArchived,
    material: row.material,
    machine: row.machine,
    tool: row.tool,
  };
}

/** One recipe with its history and everything that happened with it. */
export async function recipeDetail(here: Here, db: Db, id: string, shop?: Shop): Promise<RecipeDetail> {
  const recipe = (await recipeDetails(here, db, [id], shop)).get(id);
  if (!recipe) throw notFound('That recipe');
  return recipe;
}

/** Several recipes, by their ids; those that are not there are left out. */
export async function recipeDetails(
  here: Here,
  db: Db,
  ids: readonly string[],
  shop?: Shop,
): Promise<Map<string, RecipeDetail>> {
  const told = await listTold(db, here.workshopId, ids);
  const shopNow = told.length > 0 ? (shop ?? (await loadShop(here, db))) : undefined;
  return new Map(told.map((row) => [row.id, detailOf(row, shopNow!)]));
}

function detailOf(row: ToldRecipe, shop: Shop): RecipeDetail {
  return {
    ...recipeSummary(row),
    version: row.version,
    reason: row.reason,
    note: row.note,
    revisions: row.revisions,
    evidence: row.evidence.map(({ toolId: _, ...event }) => event),
    variants: row.variants,
    wearHint: hintFor(row, shop),
  };
}

/** What the outcomes with the tool's present life say; outcomes of lives before it say nothing of this one. */
function hintFor(row: ToldRecipe, shop: Shop): WearHintView | null {
  const machine = shop.machines.get(row.machine.id);
  const tool = shop.tools.get(row.tool.id);
  if (!machine || !tool) return null;
  const events = row.evidence.flatMap(({ settings, outcome, toolWear, toolLife, at, onTopOf = [] }) =>
    onTopOf.length === 0 && toolWear !== null && toolLife === tool.lifeNumber
      ? [{ settings, outcome, wear: toolWear, at: Date.parse(at) }]
      : [],
  );
  const hint = wearHint(machine, row.process, row.settings, events);
  if (!hint) return null;
  return {
    quantity: hint.quantity,
    steps: hint.steps,
    change: Number((hint.steps * scaleOf(machine, hint.quantity)!.step).toFixed(6)),
    wear: tool.wear,
    because: hint.because.map(({ at, ...event }) => ({ ...event, at: new Date(at).toISOString() })),
  };
}
