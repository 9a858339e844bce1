import type { MachineKind } from '../machines';
import { canBeDone, processOf, PROCESS_NAMES, type ProcessName } from '../recipes';
import type { ToolKind } from '../tools';
import type { Step } from './document';
import { refuse } from './refusal';
import type { JobShop, ShopTool } from './shop';

/** What a step begins with before anybody says what is done in it. */
export const FIRST_PROCESS: ProcessName = 'kiss-cut';
/** What it begins with where the shop cannot do that, the likeliest first; then whatever else it can. */
const THEN: readonly ProcessName[] = ['through-cut', 'laser-cut', 'laser-area', 'draw', ...PROCESS_NAMES];

const includes = <T extends MachineKind | ToolKind>(kinds: readonly T[], kind: T): boolean => kinds.includes(kind);

/** Whether a process can be done in the shop. */
export const isInShop = (process: ProcessName, { machines, tools }: Pick<JobShop, 'machines' | 'tools'>): boolean =>
  canBeDone(process, { machines: [...machines.values()], tools: [...tools.values()] });

/** What a step begins with in this shop. */
export function firstProcess(shop: Pick<JobShop, 'machines' | 'tools'>): ProcessName {
  return (
    [FIRST_PROCESS, ...THEN].find((process) => isInShop(process, shop)) ??
    refuse('A drawing needs a machine with its tool: put what stands on your bench into the Shop first.', 'process')
  );
}

/** What marks are made with. */
const MARKING: ProcessName = 'draw';

/**
 * A new step: with the machine and tool with which its process was done last, or the first that can.
 * @param isMarking what is in it is drawn on what is cut out: that stays, whatever its material is for usually
 */
export function freshStep(id: string, colour: string, shop: JobShop, isMarking = false): Step {
  const isDrawn = isMarking && isInShop(MARKING, shop);
  const process = isDrawn ? MARKING : firstProcess(shop);
  const machineId = suitableMachine(process, shop.lastPlace?.machineId ?? null, shop);
  const toolId = suitableTool(process, machineId, shop.lastPlace?.toolId ?? null, shop, true);
  return {
    id,
    colour,
    process,
    materialId: null,
    machineId,
    toolId,
    holder: holderFor(toolId, machineId, shop),
    mirrored: false,
    isFromBack: false,
    turned: null,
    isSkipped: false,
    isProcessGuessed: false,
    isProcessOpen: !isDrawn,
    nudge: null,
    fill: 'both-ways',
    rounds: 1,
    cut: null,
    onMaterialId: null,
  };
}

/** The machine at hand if it can do the process, otherwise the first in the shop that can. */
export function suitableMachine(process: ProcessName, present: string | null, { machines }: JobShop): string {
  const { machineKinds, label } = processOf(process);
  const now = present ? machines.get(present) : undefined;
  if (now && includes(machineKinds, now.kind)) return now.id;
  const fitting = [...machines.values()].find((machine) => includes(machineKinds, machine.kind) && !machine.isArchived);
  return fitting?.id ?? refuse(`There is no machine in the shop for ${label.toLowerCase()}.`, 'process');
}

/** From this share of its life on a tool is not proposed where another can do the same. */
const WORN_SHARE = 0.85;
const isWorn = ({ wear, life }: ShopTool): boolean => life !== null && life > 0 && wear >= WORN_SHARE * life;

/**
 * The tool at hand if it can do the process on this machine, otherwise the first in the shop that can.
 * @param isProposed nobody has chosen the tool at hand for this: worn out, it makes way for one that is not
 */
export function suitableTool(
  process: ProcessName,
  machineId: string,
  present: string | null,
  { tools }: JobShop,
  isProposed: boolean,
): string {
  const { toolKinds, label } = processOf(process);
  const canBe = (tool: ShopTool) =>
    includes(toolKinds, tool.kind) && (tool.machineId === null || tool.machineId === machineId);
  const now = present ? tools.get(present) : undefined;
  if (now && canBe(now) && !(isProposed && isWorn(now))) return now.id;
  const [first] = [...tools.values()]
    .filter((tool) => canBe(tool) && !tool.isArchived)
    .sort((a, b) => Number(isWorn(a)) - Number(isWorn(b)) || toolKinds.indexOf(a.kind) - toolKinds.indexOf(b.kind));
  if (now && canBe(now) && (!first || isWorn(first))) return now.id;
  return first?.id ?? refuse(`There is no tool in the shop for ${label.toLowerCase()}.`, 'process');
}

const BLADES = new Set<ToolKind>(['fine-blade', 'deep-blade', 'rotary-blade', 'knife']);

/** Blades sit in the last holder, everything else in the first. */
export function holderFor(toolId: string, machineId: string, { tools, machines }: JobShop): number {
  const kind = tools.get(toolId)?.kind;
  return kind && BLADES.has(kind) ? (machines.get(machineId)?.holders ?? 1) : 1;
}
