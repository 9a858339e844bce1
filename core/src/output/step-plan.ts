import { placeParts, type PartOnSheet, type PlacedPart } from '../layout';
import { boundsOf, regionOfRings, union, type Affine, type Point, type Region } from '../geometry';
import { fillLines, type FillWay } from '../hatching';
import { dialOf, isCalibrated, machineKindOf, toPhysical, type Machine, type MotionLimits } from '../machines';
import { estimateTime, type TimeEstimate } from '../motion';
import { pressSeconds } from '../press';
import { processOf, type ProcessName, type Settings } from '../recipes';
import { brought } from '../registration';
import { planToolpath, type Stroke } from '../toolpath';
import { beamPasses, beamSpeed } from './beam';
import { speedOf } from './speed';
import { writeGcode } from './gcode/write';
import { writeHpgl } from './hpgl/write';

/** All that decides what the machine does in one step. */
export interface StepRequest {
  machine: Machine;
  process: ProcessName;
  settings: Settings;
  /** Which holder the tool sits in, from 1. */
  holder: number;
  parts: PartOnSheet[];
  /** Where the sheet really lies, by its marks: everything is brought there. */
  correction?: Affine;
  /** How an area is gone over; there and back in rows where nothing is said. */
  fill?: FillWay;
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

/** Lines of an area that is engraved are this far apart where the recipe does not say, in mm. */
export const USUAL_INTERVAL_MM = 0.1;

/** Where the tool waits: at the sheet's lead corner, or for a beam at the machine's own origin. */
export function homeOf(machine: Machine): Point {
  return machineKindOf(machine.kind).does === 'beam' ? { x: 0, y: machine.workLengthMm } : HOME;
}

/** How the machine moves; a beam has no head to lift. */
export function motionOf(machine: Machine): MotionLimits {
  return machineKindOf(machine.kind).does === 'beam'
    ? { ...machine.motion, headDownSeconds: 0, headUpSeconds: 0 }
    : machine.motion;
}

/** Places a step's parts, orders its tool path and reckons its time. A press goes nowhere: its time is its phases, with what the hands need. */
export function planStep({ machine, process, settings, parts, correction, fill = 'both-ways' }: StepRequest): StepPlan {
  const placed = correction ? placeParts(parts).map((part) => corrected(part, correction)) : placeParts(parts);
  const { does } = machineKindOf(machine.kind);
  if (does === 'heat') {
    return {
      placed,
      strokes: [],
      speedMmS: 0,
      isRough: false,
      estimate: { seconds: pressSeconds(settings), cutMm: 0, travelMm: 0 },
    };
  }
  const passes = settings.passes ?? 1;
  const contours = placed.flatMap((part) => part.contours);
  const strokes =
    processOf(process).path === 'rows'
      ? filled(placed, fill, settings.interval ?? USUAL_INTERVAL_MM, homeOf(machine))
      : planToolpath({
          contours,
          start: homeOf(machine),
          insideFirst: processOf(process).parts,
          passes: does === 'beam' ? 1 : passes,
          overcutMm: does === 'beam' ? 0 : (settings.overcut ?? 0),
        }).strokes;
  const { speedMmS, isRough } =
    does === 'beam' ? { speedMmS: beamSpeed(machine, settings), isRough: false } : speedOf(machine, settings);
  const once = estimateTime(strokes, speedMmS, motionOf(machine), homeOf(machine));
  const times = does === 'beam' ? passes : 1;
  return {
    placed,
    strokes,
    speedMmS,
    isRough,
    estimate: { seconds: once.seconds * times, cutMm: once.cutMm * times, travelMm: once.travelMm * times },
  };
}

/** A part as it lies on a sheet that lies otherwise than it was drawn. */
function corrected(part: PlacedPart, correction: Affine): PlacedPart {
  const contours = part.contours.map((contour) => ({
    ...contour,
    points: contour.points.map((point) => brought(correction, point)),
  }));
  return { ...part, contours, bounds: boundsOf(contours.flatMap(({ points }) => points)) ?? part.bounds };
}

/** Rows come in their order; lines of another way are each entered from where the beam stands. */
function filled(placed: readonly PlacedPart[], way: FillWay, intervalMm: number, start: Point): Stroke[] {
  const lines = fillLines(engravedArea(placed), way, intervalMm);
  if (way === 'both-ways' || way === 'one-way') return lines.map((points) => ({ points }));
  const contours = lines.map((points) => ({ closed: false, points }));
  return planToolpath({ contours, start, insideFirst: false, passes: 1, overcutMm: 0 }).strokes;
}

/** What a step engraves: all of its parts as one area, so that what several of them cover is engraved once. A hole belongs to its part. */
export function engravedArea(placed: readonly PlacedPart[]): Region {
  return union(
    placed.map(({ contours }) => regionOfRings(contours.filter(({ closed }) => closed).map(({ points }) => points))),
  );
}

/** A step's file for its machine. */
export interface StepFileText {
  /** null for a press, which takes none. */
  format: 'hpgl' | 'gcode' | null;
  text: string;
}

/** The machine file of a planned step: HP-GL for a plotter, G-code for a laser. */
export function stepFile(request: StepRequest, plan: StepPlan): StepFileText {
  const { does } = machineKindOf(request.machine.kind);
  if (does === 'heat') return { format: null, text: '' };
  if (does === 'tool') return { format: 'hpgl', text: stepHpgl(request, plan) };
  return {
    format: 'gcode',
    text: writeGcode(beamPasses(request.machine, request.settings, plan.strokes), request.machine.workLengthMm),
  };
}

/** What a laser does in several steps on one sheet, one after the other, as one file. @throws RangeError where there is none */
export function sheetGcode(steps: readonly { request: StepRequest; plan: StepPlan }[]): string {
  if (steps.length === 0) throw new RangeError('At least one step was expected for a file; none came.');
  return writeGcode(
    steps.flatMap(({ request, plan }) => beamPasses(request.machine, request.settings, plan.strokes)),
    steps[0].request.machine.workLengthMm,
  );
}

/** The HP-GL file of a planned step; speed and force stand in it where their scales were measured. */
function stepHpgl(request: StepRequest, plan: StepPlan): string {
  const { machine, settings, holder } = request;
  const force = dialOf(machine, 'force');
  const forceGf =
    force && isCalibrated(force) && settings.force !== undefined ? toPhysical(force, settings.force) : null;
  return writeHpgl({ strokes: plan.strokes, pen: holder, speedMmS: plan.isRough ? null : plan.speedMmS, forceGf });
}
