import { machineKindOf } from '../machines';
import { beamSpeed, runUpMm } from '../output';
import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Less room than this share of what the head needs to get its speed is told. */
const TOLD_BELOW = 0.95;

/** Rows of a beam so near an end of the bed that the head cannot get its speed beside them: their ends come out darker. */
export function checkRunUp({ placed, machine, process, settings }: CheckedStep): Finding[] {
  if (!settings || processOf(process).path !== 'rows' || machineKindOf(machine.kind).does !== 'beam') return [];
  const speedMmS = beamSpeed(machine, settings);
  const needed = runUpMm(speedMmS, machine.motion);
  const roomOf = ({ minX, maxX }: { minX: number; maxX: number }) => Math.min(minX, machine.workWidthMm - maxX);
  const near = placed.filter(({ bounds }) => roomOf(bounds) < needed * TOLD_BELOW);
  if (near.length === 0) return [];
  const room = Math.max(0, Math.min(...near.map(({ bounds }) => roomOf(bounds))));
  return [
    {
      code: 'short-run-up',
      severity: 'warn',
      message: `At ${formatNumber(speedMmS, 0)} mm/s the head of ${machine.name} needs ${formatNumber(needed, 1)} mm beside the rows to get its speed; ${formatNumber(room, 1)} mm are there. The rows come out darker towards that end.`,
      mend: `Lay it ${formatNumber(needed, 1)} mm from the sides of the bed, or go slower.`,
      places: near.map(({ bounds }) => bounds),
    },
  ];
}
