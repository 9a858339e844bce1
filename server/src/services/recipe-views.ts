import type { RecipeDetail, RecipeSummary, WearHintView } from '@keen-anvil/contract';
import { scaleOf, wearHint } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { notFound } from '../problem';
import { listMachines } from '../queries/machines';
import {
  listEvidence,
  listRecipes,
  listRevisions,
  listVariants,
  type EvidenceRow,
  type RecipeRow,
} from '../queries/recipes';
import { listTools } from '../queries/tools';
import { listEarlierVerdicts } from '../queries/verdicts';

/** A recipe as a list shows it. */
export function recipeSummary(row: RecipeRow): RecipeSummary {
  return {
    id: row.id,
    process: row.process,
    settings: row.settings,
    typed: row.typed,
    source: row.source,
    temper: { temper: row.temper, reasons: row.temperReasons },
    lastUsedAt: row.lastUsedAt?.toISOString() ?? null,
    isNailed: row.nail !== null,
    isArchived: row.isArchived,
    material: row.material,
    machine: row.machine,
    tool: row.tool,
  };
}

/** One recipe with its history and everything that happened with it. */
export async function recipeDetail(db: Db, workshopId: string, id: string): Promise<RecipeDetail> {
  const [row] = await listRecipes(db, workshopId, { ids: [id], withArchived: true });
  if (!row) throw notFound('That recipe');
  const evidence = await listEvidence(db, workshopId, [id]);
  const ids = evidence.map((event) => event.id);
  const [ofRuns, ofTrials] = [
    await listEarlierVerdicts(db, workshopId, 'run', ids),
    await listEarlierVerdicts(db, workshopId, 'trial', ids),
  ];
  return {
    ...recipeSummary(row),
    version: row.version,
    reason: row.reason,
    note: row.note,
    revisions: await listRevisions(db, workshopId, id),
    evidence: evidence.map(({ recipeId: _, toolId: _tool, at, ...event }) => ({
      ...event,
      at: at.toISOString(),
      earlier: (event.kind === 'run' ? ofRuns : ofTrials).get(event.id) ?? [],
    })),
    variants: (await listVariants(db, workshopId, [id])).map(({ recipeId: _, ...variant }) => variant),
    wearHint: await hintFor(db, workshopId, row, evidence),
  };
}

/** What the outcomes with the tool's present life say; outcomes of lives before it say nothing of this one. */
async function hintFor(
  db: Db,
  workshopId: string,
  row: RecipeRow,
  evidence: EvidenceRow[],
): Promise<WearHintView | null> {
  const machine = (await listMachines(db, workshopId)).find((m) => m.id === row.machine.id);
  const tool = (await listTools(db, workshopId)).find((t) => t.id === row.tool.id);
  if (!machine || !tool) return null;
  const events = evidence.flatMap(({ settings, outcome, toolWear, toolLife, at }) =>
    toolWear !== null && toolLife === tool.lifeNumber ? [{ settings, outcome, wear: toolWear, at: at.getTime() }] : [],
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
