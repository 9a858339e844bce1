import type { Here } from '../here';
import type { RecipeSummary, StepRecipe, StepView, VariantView } from '@keen-anvil/contract';
import { findRecipe, nudged, variantFor, type RecipeKey } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { listRecipes } from '../queries/recipes';
import { listVariants } from '../queries/variants';
import { suggestAll } from './suggestions';
import { recipeSummary } from './recipe-views';
import type { Shop } from './shop';

export type MatchedStep = Pick<
  StepView,
  'id' | 'process' | 'materialId' | 'machineId' | 'toolId' | 'stockPieceId' | 'nudge' | 'rounds'
>;

const NOTHING: StepRecipe = { recipe: null, settings: null, variant: null, suggestion: null, refusal: null };

/** The recipe for each step's material, machine, tool and process, nudged where a variant fits; or how to start without. */
export async function matchRecipes(
  here: Here,
  db: Db,
  steps: MatchedStep[],
  shop: Shop,
): Promise<Map<string, StepRecipe>> {
  const materialIds = [...new Set(steps.flatMap((step) => step.materialId ?? []))];
  const rows = await listRecipes(db, here.workshopId, { materialIds });
  const variants = await listVariants(
    db,
    here.workshopId,
    rows.map((row) => row.id),
  );
  const keyed = rows.map((row) => ({
    row,
    process: row.process,
    machineId: row.machine.id,
    toolId: row.tool.id,
    materialId: row.material.id,
  }));
  const matches = new Map<string, StepRecipe>();
  const without: { stepId: string; key: RecipeKey }[] = [];
  for (const step of steps) {
    if (!step.materialId) {
      matches.set(step.id, NOTHING);
      continue;
    }
    const key: RecipeKey = {
      process: step.process,
      machineId: step.machineId,
      toolId: step.toolId,
      materialId: step.materialId,
    };
    const found = findRecipe(keyed, key);
    if (found)
      matches.set(
        step.id,
        withRounds(
          withNudge(
            withVariant(
              recipeSummary(found.row),
              variants.filter((v) => v.recipeId === found.row.id && !v.endedAt),
              step,
              shop,
            ),
            step,
            shop,
          ),
          step,
        ),
      );
    else without.push({ stepId: step.id, key });
  }
  const suggestions = await suggestAll(
    here,
    db,
    without.map(({ key }) => key),
    shop,
  );
  without.forEach(({ stepId }, i) => matches.set(stepId, { ...NOTHING, ...suggestions[i] }));
  return matches;
}

/** What the maker changed for this job alone comes on top. */
function withNudge(match: StepRecipe, { nudge, machineId }: MatchedStep, shop: Shop): StepRecipe {
  const machine = shop.machines.get(machineId);
  return nudge && match.settings && machine
    ? { ...match, settings: nudged(machine, match.settings, nudge.changes) }
    : match;
}

/** Gone over at least so often on the same marks, where the recipe has fewer passes: what is dialled in, done and learnt from is all of them. */
const withRounds = (match: StepRecipe, { rounds }: MatchedStep): StepRecipe =>
  match.settings?.passes !== undefined && match.settings.passes < rounds
    ? { ...match, settings: { ...match.settings, passes: rounds } }
    : match;

function withVariant(
  recipe: RecipeSummary,
  variants: (VariantView & { recipeId: string })[],
  step: MatchedStep,
  shop: Shop,
): StepRecipe {
  const found = variantFor(variants, step);
  const machine = shop.machines.get(recipe.machine.id);
  if (!found || !machine) return { ...NOTHING, recipe, settings: recipe.settings };
  const { recipeId: _, ...variant } = found;
  return { ...NOTHING, recipe, variant, settings: nudged(machine, recipe.settings, variant.changes) };
}
