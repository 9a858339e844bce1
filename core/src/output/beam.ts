import { dialOf, isCalibrated, toPhysical, type Machine } from '../machines';
import { scaleOf, type Settings } from '../recipes';
import type { Stroke } from '../toolpath';
import type { BeamPass } from './gcode/write';
import { speedOf } from './speed';

/** All passes of a beam over the same strokes, one after the other. */
export function beamPasses(machine: Machine, settings: Settings, strokes: Stroke[]): BeamPass[] {
  const dial = dialOf(machine, 'power');
  const power = dial && settings.power !== undefined ? settings.power / dial.max : 1;
  return Array.from({ length: settings.passes ?? 1 }, () => ({
    strokes,
    power: Math.min(1, power),
    speedMmS: beamSpeed(machine, settings),
    air: settings.air === 1,
  }));
}

/** How fast a beam goes, in mm/s, held to what the machine can do. */
export function beamSpeed(machine: Machine, settings: Settings): number {
  const scale = scaleOf(machine, 'speed');
  if (!scale || settings.speed === undefined || !isCalibrated(scale)) return speedOf(machine, settings).speedMmS;
  return Math.max(0.1, Math.min(toPhysical(scale, settings.speed), machine.motion.topSpeedMmS));
}
