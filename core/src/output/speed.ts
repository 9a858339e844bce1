import { dialOf, isCalibrated, toPhysical, type Machine } from '../machines';
import type { Settings } from '../recipes';

/** Tool-down speed; without a measured scale, the share of the dial's range as a share of the top speed. */
export function speedOf(machine: Machine, settings: Settings): { speedMmS: number; isRough: boolean } {
  const dial = dialOf(machine, 'speed');
  if (!dial || settings.speed === undefined) return { speedMmS: machine.motion.topSpeedMmS, isRough: true };
  if (isCalibrated(dial))
    return { speedMmS: Math.min(toPhysical(dial, settings.speed), machine.motion.topSpeedMmS), isRough: false };
  return { speedMmS: Math.max(1, (settings.speed / dial.max) * machine.motion.topSpeedMmS), isRough: true };
}
