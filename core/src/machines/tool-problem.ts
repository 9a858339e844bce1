import { toolKindOf, type ToolKind } from '../tools';
import { detailsProblem, type Details, type Fault } from '../units';
import { machineKindOf, type MachineKind } from './machine-kind';

interface ToolFacts {
  kind: ToolKind;
  details: Details;
  machineId?: string | null;
}

/** What is wrong with a tool's fields, as a sentence; null where nothing is. */
export function toolProblem(tool: ToolFacts, machineKinds: ReadonlyMap<string, MachineKind>): Fault | null {
  const kind = toolKindOf(tool.kind);
  const problem = detailsProblem(kind.fields, tool.details);
  if (problem) return { message: problem, field: 'details' };
  if (kind.isBuiltIn !== Boolean(tool.machineId))
    return {
      message: kind.isBuiltIn
        ? `${kind.label}: say which machine it belongs to.`
        : `${kind.label}: it is put in by hand and belongs to no machine.`,
      field: 'machineId',
    };
  if (tool.machineId) {
    const machine = machineKinds.get(tool.machineId);
    if (!machine) return { message: 'That machine is not in this workshop.', field: 'machineId' };
    if (machineKindOf(machine).builtIn !== tool.kind)
      return {
        message: `A ${machineKindOf(machine).label.toLowerCase()} has no ${kind.label.toLowerCase()}.`,
        field: 'machineId',
      };
  }
  return null;
}
