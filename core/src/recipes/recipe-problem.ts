import { machineKindOf, type Machine } from '../machines';
import type { ToolKind } from '../tools';
import { readTyped, type Fault, type TypedQuantity } from '../units';
import { processOf, type ProcessName } from './process';
import { scaleOf, settingProblems, type Settings } from './settings';

/** What of a workshop a recipe can stand on. */
interface ShopFacts {
  machines: ReadonlyMap<string, Machine>;
  tools: ReadonlyMap<string, { name: string; kind: ToolKind; machineId: string | null }>;
  materials: { has: (id: string) => boolean };
}

interface WantedRecipe {
  machineId: string;
  toolId: string;
  materialId: string;
  process: ProcessName;
  settings: Settings;
  /** As it was typed, where that was in another unit. */
  typed?: Readonly<Record<string, TypedQuantity>>;
}

/** What is wrong with a recipe for this shop, as a sentence with its field; null where nothing is. */
export function recipeProblem(shop: ShopFacts, wanted: WantedRecipe): Fault | null {
  const machine = shop.machines.get(wanted.machineId);
  const tool = shop.tools.get(wanted.toolId);
  const process = processOf(wanted.process);
  if (!machine) return { message: 'The recipe is for a machine that is not in this workshop.', field: 'machineId' };
  if (!tool) return { message: 'The recipe is for a tool that is not in this workshop.', field: 'toolId' };
  if (!shop.materials.has(wanted.materialId))
    return { message: 'The recipe is for a material that is not in this workshop.', field: 'materialId' };
  if (!process.machineKinds.includes(machine.kind))
    return {
      message: `${process.label} cannot be done on ${machine.name}, a ${machineKindOf(machine.kind).label.toLowerCase()}.`,
      field: 'process',
    };
  if (!process.toolKinds.includes(tool.kind))
    return { message: `${tool.name} cannot do ${process.label.toLowerCase()}.`, field: 'toolId' };
  if (tool.machineId && tool.machineId !== machine.id)
    return {
      message: `${tool.name} belongs to ${shop.machines.get(tool.machineId)?.name ?? 'another machine'}.`,
      field: 'toolId',
    };
  const [problem] = settingProblems(machine, wanted.process, wanted.settings);
  return problem ?? typedProblem(machine, wanted.settings, wanted.typed);
}

/** What was typed has to be what is dialled in. */
export function typedProblem(
  machine: Machine,
  settings: Settings,
  typed: Readonly<Record<string, TypedQuantity>> = {},
): Fault | null {
  for (const [name, { text, unit }] of Object.entries(typed)) {
    const scale = scaleOf(machine, name as keyof Settings);
    const read = scale && readTyped(text, unit, scale.unit);
    if (!scale || !read || Math.abs(read.value - (settings[name as keyof Settings] ?? NaN)) > scale.step / 2) {
      return {
        message: `${text} ${unit} was typed for ${name}, but that is not the number that is set.`,
        field: 'typed',
      };
    }
  }
  return null;
}
