import type { MachineKind } from '../machines';
import type { ToolKind } from '../tools';
import { processOf, type ProcessName } from './process';

/** What of a shop's machines and tools decides what can be done there. */
interface ShopOf {
  machines: readonly { id: string; kind: MachineKind; isArchived?: boolean }[];
  tools: readonly { kind: ToolKind; machineId: string | null; isArchived?: boolean }[];
}

/** Whether some machine of a shop that is not put away can do a process, with a tool for it. */
export function canBeDone(process: ProcessName, { machines, tools }: ShopOf): boolean {
  const { machineKinds, toolKinds } = processOf(process);
  return machines.some(
    ({ id, kind, isArchived }) =>
      !isArchived &&
      machineKinds.includes(kind) &&
      tools.some(
        (tool) =>
          !tool.isArchived && toolKinds.includes(tool.kind) && (tool.machineId === null || tool.machineId === id),
      ),
  );
}
