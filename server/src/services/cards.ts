import { byItself, type Here } from '../here';
import { machineKindOf } from '@keen-anvil/core/machines';
import { familyOf } from '@keen-anvil/core/materials';
import {
  bearsOn,
  processOf,
  searchWords,
  temperOf,
  type RecipeTexts,
  type TemperVerdict,
} from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import {
  listCardless,
  listCardSources,
  listRecipeIds,
  lockRecipes,
  writeCards,
  type CardSource,
} from '../queries/cards';
import { listEvidence, type EvidenceRow } from '../queries/evidence';

const AT_ONCE = 2000;

/**
 * Makes the cards of these recipes anew, within the transaction that changed what they are made from.
 * @param areLocked whether that transaction has locked them already
 */
export async function refreshCards(here: Here, db: Db, recipeIds: string[], { areLocked = false } = {}): Promise<void> {
  const inOrder = [...recipeIds].sort();
  for (let from = 0; from < inOrder.length; from += AT_ONCE) {
    const ids = inOrder.slice(from, from + AT_ONCE);
    // Locked before they are read: what another one writes meanwhile belongs onto the card.
    if (!areLocked) await lockRecipes(db, here.workshopId, ids);
    const sources = await listCardSources(db, here.workshopId, ids);
    const byRecipe = groupByRecipe(await listEvidence(db, here.workshopId, ids));
    await writeCards(
      db,
      here.workshopId,
      sources.map((source) => {
        const { temper, tally } = temperFrom(source, byRecipe.get(source.id) ?? []);
        return {
          id: source.id,
          temper,
          tally,
          lastUsedAt: source.lastUsedAt,
          sortName: sortName(source),
          sortMachine: source.machineName,
          words: searchWords(textsOf(source), source.settings, source.thicknessMm),
        };
      }),
    );
  }
}

/** Makes the cards anew of everything that stands on a machine, tool or material. */
export async function refreshCardsOf(
  here: Here,
  db: Db,
  of: { machineId?: string; toolId?: string; materialId?: string },
): Promise<void> {
  await refreshCards(here, db, await listRecipeIds(db, here.workshopId, of));
}

/** Makes the cards that were never made, as after the table of cards was added. */
export async function makeMissingCards(pool: Pool): Promise<void> {
  const missing = await listCardless(pool);
  for (const workshopId of new Set(missing.map((row) => row.workshopId))) {
    await inTransaction(byItself(workshopId), pool, (db) =>
      refreshCards(
        byItself(workshopId),
        db,
        missing.filter((row) => row.workshopId === workshopId).map((row) => row.id),
      ),
    );
  }
}

/** What was done with the numbers as they stand now says how far to trust them, and what shows that they are too much or not enough. */
function temperFrom(source: CardSource, evidence: EvidenceRow[]): TemperVerdict {
  return temperOf(
    source.source,
    evidence.flatMap((event) => {
      const outcome = bearsOn(source.process, source.settings, event);
      return outcome ? [{ kind: event.kind, outcome, at: Date.parse(event.at) }] : [];
    }),
    source.settled && { at: Date.parse(source.settled.at), trials: source.settled.trials },
  );
}

const sortName = ({ materialName, machineName, toolName, process }: CardSource): string =>
  [materialName, machineName, toolName, process].join('\t').toLowerCase();

const textsOf = (source: CardSource): RecipeTexts => ({
  about: [
    source.materialName,
    source.family,
    familyOf(source.family).label,
    source.finish,
    processOf(source.process).label,
  ],
  with: [source.machineName, machineKindOf(source.machineKind).label, source.toolName],
  told: [source.note, source.reason, source.materialNotes, ...source.variantReasons],
});

function groupByRecipe(evidence: EvidenceRow[]): Map<string, EvidenceRow[]> {
  const groups = new Map<string, EvidenceRow[]>();
  for (const event of evidence) {
    const group = groups.get(event.recipeId);
    if (group) group.push(event);
    else groups.set(event.recipeId, [event]);
  }
  return groups;
}
