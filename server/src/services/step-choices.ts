import type { StepChange, ToolView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { nudgeProblems, processOf, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { refused } from '../problem';
import type { StepRow } from '../queries/jobs';
import { listLastUsed } from '../queries/recipes';
import type { Shop } from './shop';

/** A step after a change; what follows from it (process, piece, mirroring, machine, tool) follows by itself. @throws Problem where it cannot be */
export function applyChange(step: StepRow, change: StepChange, shop: Shop): StepRow {
  const next: StepRow = {
    ...step,
    isSkipped: change.isSkipped ?? step.isSkipped,
    onCarrier: change.onCarrier ?? step.onCarrier,
  };
  if (change.materialId !== undefined && change.materialId !== step.materialId) {
    const material = shop.materials.get(change.materialId);
    if (!material) throw refused('That material is not in this workshop.', 'materialId');
    next.materialId = material.id;
    next.stockPieceId = material.pieces.find((piece) => !piece.isArchived && piece.count > 0)?.id ?? null;
    next.process = material.defaultProcess;
    next.isProcessGuessed = familyOf(material.family).asksEngraveOrCut ?? false;
    next.mirrored = material.mirrored;
  }
  if (change.stockPieceId !== undefined) {
    const material = next.materialId ? shop.materials.get(next.materialId) : undefined;
    if (!material?.pieces.some((piece) => piece.id === change.stockPieceId))
      throw refused("That piece is not of this step's material.", 'stockPieceId');
    next.stockPieceId = change.stockPieceId;
  }
  if (change.process !== undefined) {
    next.process = change.process;
    next.isProcessGuessed = false;
  }
  // What is cut from its back is pressed with its face up.
  if (change.process && processOf(change.process).path === 'none' && change.mirrored === undefined)
    next.mirrored = false;
  if (change.mirrored !== undefined) next.mirrored = change.mirrored;
  if (change.machineId !== undefined) {
    const machine = shop.machines.get(change.machineId);
    if (!machine) throw refused('That machine is not in this workshop.', 'machineId');
    const process = processOf(next.process);
    if (!process.machineKinds.includes(machine.kind))
      throw refused(`${process.label} cannot be done on ${machine.name}.`, 'machineId');
    next.machineId = machine.id;
  } else {
    next.machineId = suitableMachine(next.process, next.machineId, shop);
  }
  if (change.toolId !== undefined) {
    const tool = shop.tools.get(change.toolId);
    if (!tool) throw refused('That tool is not in this workshop.', 'toolId');
    const process = processOf(next.process);
    if (!process.toolKinds.includes(tool.kind))
      throw refused(`${tool.name} cannot do ${process.label.toLowerCase()}.`, 'toolId');
    if (tool.machineId && tool.machineId !== next.machineId)
      throw refused(`${tool.name} belongs to another machine.`, 'toolId');
    next.toolId = tool.id;
  } else {
    next.toolId = suitableTool(next.process, next.machineId, next.toolId, shop);
  }
  next.holder =
    change.holder ??
    (next.toolId === step.toolId && next.machineId === step.machineId
      ? step.holder
      : holderFor(next.toolId, next.machineId, shop));
  const { holders, name } = shop.machines.get(next.machineId)!;
  if (next.holder > holders)
    throw refused(
      `${name} has ${holders === 1 ? 'one holder' : `${holders} holders`}; holder ${next.holder} was asked for.`,
      'holder',
    );
  if (change.nudge !== undefined) next.nudge = change.nudge;
  // A nudge belongs to the recipe it was made for.
  else if (
    next.materialId !== step.materialId ||
    next.machineId !== step.machineId ||
    next.toolId !== step.toolId ||
    next.process !== step.process
  )
    next.nudge = null;
  return next;
}

/** The machine at hand if it can do the process, otherwise the first in the shop that can. */
function suitableMachine(process: ProcessName, present: string | null, shop: Shop): string {
  const { machineKinds, label } = processOf(process);
  const now = present ? shop.machines.get(present) : undefined;
  if (now && machineKinds.includes(now.kind)) return now.id;
  const fitting = [...shop.machines.values()].find(
    (machine) => machineKinds.includes(machine.kind) && !machine.isArchived,
  );
  if (!fitting) throw refused(`There is no machine in the shop for ${label.toLowerCase()}.`, 'process');
  return fitting.id;
}

/** The tool at hand if it can do the process on this machine, otherwise the first in the shop that can. */
function suitableTool(process: ProcessName, machineId: string, present: string | null, shop: Shop): string {
  const { toolKinds, label } = processOf(process);
  const canBe = (tool: ToolView) =>
    toolKinds.includes(tool.kind) && (tool.machineId === null || tool.machineId === machineId);
  const now = present ? shop.tools.get(present) : undefined;
  if (now && canBe(now)) return now.id;
  const fitting = [...shop.tools.values()].filter((tool) => canBe(tool) && !tool.isArchived);
  fitting.sort((a, b) => toolKinds.indexOf(a.kind) - toolKinds.indexOf(b.kind));
  if (fitting.length === 0) throw refused(`There is no tool in the shop for ${label.toLowerCase()}.`, 'process');
  return fitting[0].id;
}

const BLADES = new Set<ToolView['kind']>(['fine-blade', 'deep-blade', 'rotary-blade', 'knife']);

/** Blades sit in the last holder, everything else in the first. */
function holderFor(toolId: string, machineId: string, shop: Shop): number {
  const kind = shop.tools.get(toolId)?.kind;
  return kind && BLADES.has(kind) ? (shop.machines.get(machineId)?.holders ?? 1) : 1;
}

/** Refuses a nudge that the machine cannot be set to. */
export function checkNudge({ machineId, process, nudge }: StepRow, settings: Settings | null, shop: Shop): void {
  if (!nudge) return;
  if (!settings) throw refused('There is no recipe yet that could be nudged.', 'nudge');
  const [problem] = nudgeProblems(shop.machines.get(machineId)!, process, settings, nudge.changes);
  if (problem) throw refused(problem.message, 'nudge');
}

/** Where a new step starts: the machine and tool of the recipe used last for this process, or the first that can. */
export async function startingPlace(
  db: Db,
  workshopId: string,
  shop: Shop,
  process: ProcessName = 'kiss-cut',
): Promise<Pick<StepRow, 'process' | 'machineId' | 'toolId' | 'holder'>> {
  const used = await listLastUsed(db, workshopId, 1, process);
  const machineId = used[0]?.machine.id ?? suitableMachine(process, null, shop);
  const toolId = suitableTool(process, machineId, used[0]?.tool.id ?? null, shop);
  return { process, machineId, toolId, holder: holderFor(toolId, machineId, shop) };
}
