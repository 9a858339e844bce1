import type { MachineView } from '@keen-anvil/contract';
import { quantitiesFor, type ProcessName, type Settings } from '@keen-anvil/core/recipes';

/** Where nothing is known, one starts with the lowest numbers of what is needed. */
export function gentlest(machine: MachineView, process: ProcessName): Settings {
  return Object.fromEntries(
    quantitiesFor(machine, process).flatMap(({ name, required, scale }) =>
      required && scale ? [[name, scale.min]] : [],
    ),
  );
}
