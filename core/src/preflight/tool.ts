import { toolKindOf } from '../tools';
import { polylineLength } from '../geometry';
import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** From this share of its life on a tool is near its end. */
const NEAR_END = 0.9;

/** A tool that has no holder on the machine, or cannot do the process. */
export function checkHolder({ machine, process, tool, holder }: CheckedStep): Finding[] {
  if (!processOf(process).toolKinds.includes(tool.kind))
    return [
      {
        code: 'wrong-tool',
        severity: 'stop',
        message: `${tool.name} cannot ${processOf(process).label.toLowerCase()}.`,
        mend: 'Choose another tool for this step.',
        places: [],
      },
    ];
  if (holder <= machine.holders) return [];
  return [
    {
      code: 'no-holder',
      severity: 'stop',
      message: `${tool.name} is to sit in holder ${holder}; ${machine.name} has ${machine.holders === 1 ? 'one' : machine.holders}.`,
      mend: 'Choose another holder, or another machine.',
      places: [],
    },
  ];
}

/** A blade near the end of its life, with what this step will take from it. */
export function checkWear({ placed, tool, settings }: CheckedStep): Finding[] {
  if (tool.life === null || toolKindOf(tool.kind).wearUnit !== 'm') return [];
  const metres =
    (placed.flatMap((part) => part.contours).reduce((sum, contour) => sum + polylineLength(contour), 0) / 1000) *
    (settings?.passes ?? 1);
  const after = tool.wear + metres;
  if (after < NEAR_END * tool.life) return [];
  return [
    {
      code: 'tool-near-end',
      severity: 'warn',
      message: `${tool.name} has done ${formatNumber(tool.wear, 0)} of about ${tool.life} m, and this step takes ${formatNumber(metres, 1)} m more.`,
      mend: 'Put a new one in, or cut a trial first.',
      places: [],
    },
  ];
}
