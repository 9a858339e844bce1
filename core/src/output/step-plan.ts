import { placeParts, type PartOnSheet, type PlacedPart } from '../layout';
import { dialOf, isCalibrated, toPhysical, type Machine } from '../machines';
import { estimateTime, type TimeEstimate } from '../motion';
import { processOf, type ProcessName, type Settings } from '../recipes';
import { planToolpath, type Stroke } from '../toolpath';
import { writeHpgl } from './hpgl/write';

/** All that decides what the machine does in one step. */
export interface StepRequest {
  machine: Machine;
  process: ProcessName;
  settings: Settings;
  /** Which holder the tool sits in, from 1. */
  holder: number;
  parts: PartOnSheet[];
  scale: number;
  mirrored: boolean;
}

/** A step ready for the machine. */
export interface StepPlan {
  placed: PlacedPart[];
  strokes: Stroke[];
  speedMmS: number;
  /** True where the speed scale was never measured and the time is only a rough one. */
  isRough: boolean;
  estimate: TimeEstimate;
}

/** Where the tool stands before and after, in the sheet's coordinates. */
export const HOME = { x: 0, y: 0 };

/** Places a step's parts, orders its tool path and reckons its time. */
export function planStep({ machine, process, settings, parts, scale, mirrored }: StepRequest): StepPlan {
  const placed = placeParts(parts, scale, mirrored);
  const { strokes } = planToolpath({
    contours: placed.flatMap((part) => part.contours),
    start: HOME,
    insideFirst: processOf(process).parts,
    passes: settings.passes ?? 1,
    overcutMm: settings.overcut ?? 0,
  });
  const { speedMmS, isRough } = speedOf(machine, settings);
  return { placed, strokes, speedMmS, isRough, estimate: estimateTime(strokes, speedMmS, machine.motion, HOME) };
}

/** The HP-GL file of a planned step; speed and force stand in it where their scales were measured. */
export function stepHpgl(request: StepRequest, plan: StepPlan): string {
  const { machine, settings, holder } = request;
  const force = dialOf(machine, 'force');
  const forceGf = force && isCalibrated(force) && settings.force !== undefined ? toPhysical(force, settings.force) : null;
  return writeHpgl({ strokes: plan.strokes, pen: holder, speedMmS: plan.isRough ? null : plan.speedMmS, forceGf });
}

/** Tool-down speed; without a measured scale, the share of the dial's range as a share of the top speed. */
export function speedOf(machine: Machine, settings: Settings): { speedMmS: number; isRough: boolean } {
  const dial = dialOf(machine, 'speed');
  if (!dial || settings.speed === undefined) return { speedMmS: machine.motion.topSpeedMmS, isRough: true };
  if (isCalibrated(dial)) return { speedMmS: Math.min(toPhysical(dial, settings.speed), machine.motion.topSpeedMmS), isRough: false };
  return { speedMmS: Math.max(1, (settings.speed / dial.max) * machine.motion.topSpeedMmS), isRough: true };
}
