import type { Fault } from '../units';
import type { Dial } from './dial';
import type { Machine } from './machine';
import { machineKindOf } from './machine-kind';

type MachineFacts = Pick<Machine, 'kind' | 'marginSideMm' | 'workWidthMm'> & {
  dials: readonly Pick<Dial, 'name' | 'label' | 'min' | 'max' | 'step' | 'calibration'>[];
};

/** What is wrong with a machine's fields, as a sentence; null where nothing is. */
export function machineProblem(machine: MachineFacts): Fault | null {
  const names = machine.dials.map((dial) => dial.name);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) return { message: `A machine has one dial for ${twice}; two came.`, field: 'dials' };
  for (const dial of machine.dials) {
    if (!(dial.max > dial.min))
      return {
        message: `${dial.label} has to end above where it begins; ${dial.min} to ${dial.max} was given.`,
        field: 'dials',
      };
    if (dial.step > dial.max - dial.min)
      return { message: `${dial.label} moves by ${dial.step} at a time, more than its whole range.`, field: 'dials' };
    const off = dial.calibration.find((point) => point.dial < dial.min || point.dial > dial.max);
    if (off)
      return {
        message: `${dial.label} goes from ${dial.min} to ${dial.max}; it cannot have been measured at ${off.dial}.`,
        field: 'dials',
      };
  }
  const isPress = machineKindOf(machine.kind).does === 'heat';
  if (!isPress && machine.marginSideMm * 2 >= machine.workWidthMm)
    return { message: 'The margins leave nothing of the width.', field: 'marginSideMm' };
  return null;
}
