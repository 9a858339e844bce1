import type { Here } from '../here';
import type { RunChange } from '@keen-anvil/contract';
import { machineKindOf, type Machine } from '@keen-anvil/core/machines';
import { frameOf, frameOfHolder, frameOnCarrier, type Frame } from '@keen-anvil/core/output';
import { preparationFor, type OwnLine, type PreparationLine } from '@keen-anvil/core/preparation';
import { processOf } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { listOwnLines } from '../queries/preparation-lines';
import { listSeriesRuns, type RunRow } from '../queries/runs';
import type { Shop } from './shop';

/** A run waits for its maker, who is led. */
const isAsked = ({ state, isLed }: RunRow): boolean => isLed && state === 'holding';

/** What has to be ready before runs that wait start, by their ids; nothing for the others. */
export async function preparations(
  here: Here,
  db: Db,
  runs: readonly RunRow[],
  shop: Shop,
): Promise<Map<string, PreparationLine[]>> {
  const found = new Map<string, PreparationLine[]>();
  const asked = runs.filter(isAsked);
  if (asked.length === 0) return found;
  const own = await listOwnLines(db, here.workshopId);
  for (const run of asked) {
    const lines = linesOf(run, await listSeriesRuns(db, here.workshopId, run.seriesId), shop, own);
    if (lines) found.set(run.id, lines);
  }
  return found;
}

function linesOf(
  run: RunRow,
  series: readonly RunRow[],
  shop: Shop,
  own: readonly OwnLine[],
): PreparationLine[] | null {
  const machine = shop.machines.get(run.machineId);
  const tool = shop.tools.get(run.toolId);
  const material = shop.materials.get(run.materialId);
  if (!machine || !tool || !material) return null;
  const before = series.filter((other) => other.machineId === run.machineId && other.position < run.position).at(-1);
  return preparationFor(
    {
      process: processOf(run.process),
      settings: run.settings,
      machine,
      kind: machineKindOf(machine.kind),
      tool,
      holder: run.holder,
      material,
      onCarrier: run.onCarrier,
      carrierAt: onOneCarrier(run, series),
      isFromBack: run.isFromBack,
    },
    {
      machine: !before,
      sheet: !before || before.sheetId !== run.sheetId || before.isFromBack !== run.isFromBack,
      material:
        before?.materialId !== run.materialId || before.sheetId !== run.sheetId || before.isFromBack !== run.isFromBack,
      tool: before?.toolId !== run.toolId,
    },
    own,
    run.machineId,
  );
}

/** What is otherwise since a run that has not begun was planned. */
export function changedSince(run: RunRow, shop: Shop, revision: number | undefined): RunChange[] {
  if (run.state !== 'holding' && run.state !== 'queued') return [];
  const changes: RunChange[] = [];
  if (shop.machines.get(run.machineId)?.isArchived) changes.push('machine-away');
  const life = shop.tools.get(run.toolId)?.lifeNumber;
  if (run.plannedToolLife !== null && life !== undefined && life !== run.plannedToolLife) changes.push('tool-replaced');
  if (run.plannedRevision !== null && revision !== undefined && revision !== run.plannedRevision)
    changes.push('recipe-revised');
  const machine = shop.machines.get(run.machineId);
  if (machine && run.zero && isElsewhere(machine, run.zero, run)) changes.push('holder-measured');
  return changes;
}

/** Whether a machine with holders that counts from its own bed would count from elsewhere now: its holder was measured since. */
function isElsewhere(machine: Machine, zero: Frame, { holder, carrierAt }: RunRow): boolean {
  if (machine.zero === 'work' || machineKindOf(machine.kind).does !== 'tool') return false;
  const now = frameOnCarrier(frameOfHolder(machine, frameOf(machine, null), holder), carrierAt);
  return Math.hypot(now.x - zero.x, now.y - zero.y) > 1e-6;
}

/** Where the pieces lie that share a run's carrier, sheet by sheet; none where it lies in the carrier's own corner. */
function onOneCarrier(run: RunRow, series: readonly RunRow[]): { x: number; y: number }[] {
  if (!run.carrierAt) return [];
  const bySheet = new Map(
    series
      .filter(({ machineId, position }) => machineId === run.machineId && position >= run.position)
      .flatMap(({ sheetId, carrierAt }) => (sheetId && carrierAt ? [[sheetId, carrierAt] as const] : [])),
  );
  return [...bySheet.values()];
}
