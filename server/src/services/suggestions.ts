import type { Here } from '../here';
import type { SuggestAnswerView, SuggestionWanted } from '@keen-anvil/contract';
import { suggestRecipe, type KnownRecipe } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { notFound } from '../problem';
import { listAlike } from '../queries/recipes';
import { loadShop, type Shop } from './shop';

/** More recipes than this are not weighed against each other for one suggestion. */
const MOST_KNOWN = 120;

/** How to start where there is no recipe yet, or why the book cannot say. */
export async function suggest(here: Here, db: Db, wanted: SuggestionWanted): Promise<SuggestAnswerView> {
  return (await suggestAll(here, db, [wanted], await loadShop(here, db, [wanted.materialId])))[0];
}

/** How to start in several places that have no recipe yet. @throws Problem for one with a machine, tool or material that is not there */
export async function suggestAll(
  here: Here,
  db: Db,
  wanted: readonly SuggestionWanted[],
  { machines, tools, materials }: Shop,
): Promise<SuggestAnswerView[]> {
  const places = wanted.map(({ process, machineId, toolId, materialId }) => {
    const [machine, tool, material] = [machines.get(machineId), tools.get(toolId), materials.get(materialId)];
    if (!machine || !tool || !material) throw notFound('That machine, tool or material');
    return { process, machine, tool, material };
  });
  const alike = await listAlike(
    db,
    here.workshopId,
    places.map(({ process, machine, material: { family, thicknessMm } }) => ({
      process,
      family,
      machineId: machine.id,
      thicknessMm,
    })),
    MOST_KNOWN,
  );
  return places.map((place, i) =>
    suggestRecipe(
      alike[i].flatMap((row): KnownRecipe[] => {
        const machine = machines.get(row.machine.id);
        return machine ? [{ ...row, machine }] : [];
      }),
      place,
    ),
  );
}
