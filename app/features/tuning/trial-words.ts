import type { MachineView, TrialShapeView } from '@keen-anvil/contract';
import { processOf, type Outcome, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import { dialledNumbers } from '../book/dial-numbers';

/** An outcome in the words of its process. */
export const saidOutcome = (process: ProcessName, outcome: Outcome): string => processOf(process).outcomes[outcome];

/** What stands apart in two settings, as it is said at the machine: “Force 18, Speed 4 mm/s”. */
export function saidChanges(machine: MachineView, process: ProcessName, settings: Settings, before: Settings): string {
  return dialledNumbers(machine, process, settings)
    .filter(({ name }) => settings[name] !== before[name])
    .map(({ label, value, unit }) => `${label} ${value}${unit ? ` ${unit}` : ''}`)
    .join(', ');
}

/** How a fault that the stand-in saw is said. */
export const saidFault = ({ seenFault }: Pick<TrialShapeView, 'seenFault'>): string | null =>
  seenFault === 'corners' ? 'at the corners' : seenFault === 'depth' ? 'all along' : null;
