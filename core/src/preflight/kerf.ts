import { machineKindOf } from '../machines';
import { processOf } from '../recipes';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** A beam that parts a material in which nobody has measured how wide it cuts: what is cut cannot come out at its drawn size. */
export function checkKerf({ placed, machine, process, material, kerfMm }: CheckedStep): Finding[] {
  if (kerfMm !== null || placed.length === 0) return [];
  if (!processOf(process).parts || machineKindOf(machine.kind).does !== 'beam') return [];
  return [
    {
      code: 'kerf-unmeasured',
      severity: 'warn',
      message: `How wide ${machine.name} cuts ${material.name} was never measured: parts come out a little smaller than they are drawn, and holes larger.`,
      mend: `Where it has to fit, cut a few strips first and write down what they measure, under Kerf of ${material.name}.`,
      places: [],
    },
  ];
}
