import type { Here } from '../here';
import type { RunView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { processOf, sayHold, strongerPass } from '@keen-anvil/core/recipes';
import { notEnough } from '@keen-anvil/core/runs';
import type { Trace } from '@keen-anvil/core/standins';
import type { Db } from '../db/db';
import type { RunRow } from '../queries/runs';
import { listEarlierVerdicts } from '../queries/verdicts';
import { changedSince, preparations } from './run-preparation';
import { newestRevisions } from '../queries/recipes';
import { progressOf } from './run-progress';
import type { Shop } from './shop';

/** Runs as they are shown, with what was said of them before, and how they could be gone over again. */
export async function runViews(
  here: Here,
  db: Db,
  runs: readonly RunRow[],
  shop: Shop,
  traceOf: (run: RunRow) => Promise<Trace | null>,
): Promise<RunView[]> {
  const earlier = await listEarlierVerdicts(
    db,
    here.workshopId,
    'run',
    runs.map(({ id }) => id),
  );
  const traces = await Promise.all(runs.map(traceOf));
  const prepared = await preparations(here, db, runs, shop);
  const waiting = runs.filter(({ state }) => state === 'holding' || state === 'queued');
  const revisions = await newestRevisions(
    db,
    here.workshopId,
    waiting.map(({ recipeId }) => recipeId),
  );
  return runs.map((run, i) => ({
    ...viewOf(run, shop, traces[i]),
    earlier: earlier.get(run.id) ?? [],
    preparation: prepared.get(run.id) ?? null,
    changed: changedSince(run, shop, revisions.get(run.recipeId)?.revision),
  }));
}

/** What of a run's row is shown as it is. */
const SHOWN = [
  'id',
  'seriesId',
  'jobId',
  'jobName',
  'stepId',
  'stepNumber',
  'sheetId',
  'sheetTurn',
  'sheetOf',
  'position',
  'process',
  'colour',
  'materialName',
  'machineId',
  'machineName',
  'toolName',
  'settings',
  'recipeId',
  'estimateSeconds',
  'measuredSeconds',
  'seenOutcome',
  'outcome',
  'isByHand',
  'onTopOf',
  'driver',
  'zero',
  'ticked',
  'interruption',
  'confirmedLine',
  'nudge',
  'onlyParts',
  'partOutcomes',
  'symptom',
  'photoId',
] as const satisfies readonly (keyof RunRow & keyof RunView)[];

const shown = (run: RunRow) =>
  Object.fromEntries(SHOWN.map((name) => [name, run[name]])) as Pick<RunRow, (typeof SHOWN)[number]>;

function viewOf(run: RunRow, shop: Shop, trace: Trace | null): Omit<RunView, 'earlier' | 'preparation' | 'changed'> {
  const { hold, materialName: material, family, toolName: tool, machineName: machine } = run;
  return {
    ...shown(run),
    holdFor: hold,
    hold: hold ? sayHold(hold, { material, isFoil: familyOf(family).liesOverOther === true, tool, machine }) : null,
    progress: progressOf(run, trace),
    goingSince:
      run.isByHand && run.state === 'running' && run.goingSeconds !== null
        ? Date.now() - run.goingSeconds * 1000
        : null,
    isThenPressed: familyOf(family).goesOnByHeat === true && processOf(run.process).path !== 'none',
    isBrought: run.correction !== null,
    stronger: strongerOf(run, shop),
  };
}

/** What a second pass in the same place would be dialled to; null where the first was enough, or is not judged. */
export function strongerOf(run: RunRow, shop: Shop): RunView['stronger'] {
  const machine = shop.machines.get(run.machineId);
  const short = notEnough(run.outcome, run.partOutcomes);
  return run.state === 'finished' && short && machine
    ? (run.stronger ?? strongerPass(machine, run.process, run.settings, short.outcome))
    : null;
}
