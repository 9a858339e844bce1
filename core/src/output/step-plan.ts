import { placeParts, planeAt, type PartOnSheet, type PlacedPart } from '../layout';
import {
  boundsOf,
  composeAffine,
  regionOfRings,
  union,
  type Affine,
  type Bounds,
  type Point,
  type Region,
} from '../geometry';
import { fillLines, type FillWay } from '../hatching';
import { dialOf, isCalibrated, machineKindOf, toPhysical, type Machine, type MotionLimits } from '../machines';
import { estimateTime, type TimeEstimate } from '../motion';
import { pressSeconds } from '../press';
import { processOf, type ProcessName, type Settings } from '../recipes';
import { brought } from '../registration';
import { planToolpath, type CutOrder, type Stroke } from '../toolpath';
import { trailOf, type ToolKind } from '../tools';
import type { Details } from '../units';
import { beamPasses, beamSpeed } from './beam';
import { frameOf, frameOfHolder, frameOnCarrier, type Frame } from './frame';
import { USUAL_LEAD_IN_MM } from './usual-lead-in';
import { outlinesOf, type TabsOfStep } from './outlines';
import { isPictured, pictureStrokes, type PicturesOfStep } from './picture-strokes';
import { waysToDivide } from './row-groups';
import { runUpMm, withRunUp } from './run-up';
import { speedOf } from './speed';
import { writeGcode } from './gcode/write';
import { writeHpgl } from './hpgl/write';

/** How the lines of a step are cut, beyond what its recipe says. */
export interface CutWish {
  order?: CutOrder;
  /** How far in the waste a cut of a laser is begun, in mm; as usual where nothing is said. */
  leadInMm?: number | null;
  /** Where it is left standing; null for nowhere. */
  tabs?: TabsOfStep | null;
}

/** All that decides what the machine does in one step. */
export interface StepRequest {
  machine: Machine;
  process: ProcessName;
  settings: Settings;
  /** Which holder the tool sits in, from 1. */
  holder: number;
  /** What sits there; its facts say how it has to be led. */
  tool?: { kind: ToolKind; details: Details } | null;
  parts: PartOnSheet[];
  /** Where the corner of its sheet lies on the carrier, in mm; the carrier's own corner where nothing is said. */
  carrierAt?: Point | null;
  /** Only these of its parts are gone over; what the others are still says what is a hole. */
  only?: readonly string[];
  /** Where the sheet really lies, by its marks: everything is brought there. */
  correction?: Affine;
  /** How an area is gone over; there and back in rows where nothing is said. */
  fill?: FillWay;
  /** How wide the beam cuts in this material, mm; 0 where it was never measured. */
  kerfMm?: number;
  cut?: CutWish;
  /** Pictures that are engraved with their shades. */
  pictures?: PicturesOfStep;
  /** Little is done to shorten the way: it is only to be looked at. */
  effort?: 'all' | 'quick';
}

/** A step ready for the machine. */
export interface StepPlan {
  placed: PlacedPart[];
  strokes: Stroke[];
  speedMmS: number;
  /** True where the speed scale was never measured and the time is only a rough one. */
  isRough: boolean;
  estimate: TimeEstimate;
  /** From where the machine's file counts. */
  frame: Frame;
}

/** Where the tool stands before and after, in the sheet's coordinates. */
export const HOME = { x: 0, y: 0 };

/** Lines of an area that is engraved are this far apart where the recipe does not say, in mm. */
export const USUAL_INTERVAL_MM = 0.1;

/** Where the tool waits: at the machine's own zero. */
export const homeOf = (machine: Machine): Point => frameOf(machine, null);

/** How the machine moves; a beam has no head to lift. */
export function motionOf(machine: Machine): MotionLimits {
  return machineKindOf(machine.kind).does === 'beam'
    ? { ...machine.motion, headDownSeconds: 0, headUpSeconds: 0 }
    : machine.motion;
}

/** Places a step's parts, orders its tool path and reckons its time. A press goes nowhere: its time is its phases, with what the hands need. */
export function planStep(request: StepRequest): StepPlan {
  const { machine, process, settings, parts, correction, only } = request;
  const all = correction ? placeParts(parts).map((part) => corrected(part, correction)) : placeParts(parts);
  const placed = only ? all.filter(({ id }) => only.includes(id)) : all;
  const { does } = machineKindOf(machine.kind);
  if (does === 'heat') {
    return {
      placed,
      strokes: [],
      speedMmS: 0,
      isRough: false,
      estimate: { seconds: pressSeconds(settings), cutMm: 0, travelMm: 0 },
      frame: HOME,
    };
  }
  const { speedMmS, isRough } =
    does === 'beam' ? { speedMmS: beamSpeed(machine, settings), isRough: false } : speedOf(machine, settings);
  const strokes =
    processOf(process).path === 'rows'
      ? filled(placed, only ? { ...request, parts: parts.filter(({ id }) => only.includes(id)) } : request, speedMmS)
      : followed(all, request, does === 'beam');
  const frame = frameOf(machine, workOf(strokes));
  const home = machine.zero === 'work' ? frame : homeOf(machine);
  const once = estimateTime(strokes, speedMmS, motionOf(machine), home);
  const times = does === 'beam' ? (settings.passes ?? 1) : 1;
  return {
    placed,
    strokes,
    speedMmS,
    isRough,
    estimate: { seconds: once.seconds * times, cutMm: once.cutMm * times, travelMm: once.travelMm * times },
    frame: frameOnCarrier(frameOfHolder(machine, frame, request.holder), request.carrierAt),
  };
}

/** What the tool goes over with the tool down, run-ups and lead-ins too. */
export const workOf = (strokes: readonly Stroke[]): Bounds | null => boundsOf(strokes.flatMap(({ points }) => points));

/** A part as it lies on a sheet that lies otherwise than it was drawn. */
function corrected(part: PlacedPart, correction: Affine): PlacedPart {
  const contours = part.contours.map((contour) => ({
    ...contour,
    points: contour.points.map((point) => brought(correction, point)),
  }));
  return { ...part, contours, bounds: boundsOf(contours.flatMap(({ points }) => points)) ?? part.bounds };
}

/** Outlines as the tool follows them: made up for what the beam takes away, with tabs, in order, led as the tool needs it. */
function followed(placed: readonly PlacedPart[], request: StepRequest, isBeam: boolean): Stroke[] {
  const { machine, process, settings, tool, cut = {}, effort, correction } = request;
  const { parts: isParted } = processOf(process);
  const trailMm = isBeam || !tool ? null : trailOf(tool);
  const contours = outlinesOf(
    placed,
    {
      kerfMm: isBeam && isParted ? (request.kerfMm ?? 0) : 0,
      tabs: isParted ? (cut.tabs ?? null) : null,
      onto: ({ place }) => (correction ? composeAffine(planeAt(place), correction) : planeAt(place)),
    },
    request.only ?? null,
  );
  return planToolpath({
    contours,
    start: homeOf(machine),
    insideFirst: isParted,
    passes: isBeam ? 1 : (settings.passes ?? 1),
    overcutMm: isBeam ? 0 : (settings.overcut ?? 0),
    order: cut.order,
    leadInMm: isBeam && isParted ? (cut.leadInMm ?? USUAL_LEAD_IN_MM) : 0,
    ...(trailMm === null ? {} : { trailMm }),
    lifts: !isBeam,
    reach: { minX: 0, minY: 0, maxX: machine.workWidthMm, maxY: machine.workLengthMm ?? Infinity },
    effort,
  }).strokes;
}

/** Rows come in their order, with a run-up; lines of another way are each entered from where the beam stands. */
function filled(placed: readonly PlacedPart[], request: StepRequest, speedMmS: number): Stroke[] {
  const { machine, settings, fill = 'both-ways', effort, pictures, parts, correction } = request;
  const pitchMm = settings.interval ?? USUAL_INTERVAL_MM;
  const isShown = (i: number) => pictures !== undefined && isPictured(parts[i], pictures);
  // A part that comes to nothing on the sheet is not placed: pictures are only told apart where all are there.
  const isWhole = placed.length === parts.length;
  const plain = pictures && isWhole ? placed.filter((_, i) => !isShown(i)) : placed;
  const area = engravedArea(plain);
  const runUp = {
    speedMmS,
    motion: machine.motion,
    lagSeconds: (machine.lagMs ?? 0) / 1000,
    reach: { from: 0, to: machine.workWidthMm },
  };
  const shaded =
    pictures && isWhole
      ? withRunUp(
          pictureStrokes({
            ...pictures,
            parts,
            placed,
            correction,
            pitchMm,
            oneWay: fill === 'one-way',
            nearMm: 2 * runUpMm(speedMmS, machine.motion),
          }),
          runUp,
        )
      : [];
  if (fill === 'both-ways' || fill === 'one-way') {
    const ways = waysToDivide(area, runUpMm(speedMmS, machine.motion)).map((regions) =>
      regions.flatMap((region) =>
        withRunUp(
          fillLines(region, fill, pitchMm).map((points) => ({ points })),
          runUp,
        ),
      ),
    );
    return [...quickest(ways, machine, speedMmS), ...shaded];
  }
  const contours = fillLines(area, fill, pitchMm).map((points) => ({ closed: false, points }));
  return [
    ...planToolpath({ contours, start: homeOf(machine), insideFirst: false, passes: 1, overcutMm: 0, effort }).strokes,
    ...shaded,
  ];
}

/** Of several ways to do the same, the one that takes the least time. */
function quickest(ways: readonly Stroke[][], machine: Machine, speedMmS: number): Stroke[] {
  if (ways.length === 1) return ways[0];
  const seconds = ways.map((strokes) => estimateTime(strokes, speedMmS, motionOf(machine), homeOf(machine)).seconds);
  return ways[seconds.indexOf(Math.min(...seconds))];
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
    text: writeGcode(beamPasses(request.machine, request.settings, plan.strokes), plan.frame),
  };
}

/** What a laser does in several steps on one sheet, one after the other, as one file. @throws RangeError where there is none */
export function sheetGcode(steps: readonly { request: StepRequest; plan: StepPlan }[]): string {
  if (steps.length === 0) throw new RangeError('At least one step was expected for a file; none came.');
  const { machine } = steps[0].request;
  return writeGcode(
    steps.flatMap(({ request, plan }) => beamPasses(request.machine, request.settings, plan.strokes)),
    frameOf(machine, workOf(steps.flatMap(({ plan }) => plan.strokes))),
  );
}

/** The HP-GL file of a planned step; speed and force stand in it where their scales were measured. */
function stepHpgl(request: StepRequest, plan: StepPlan): string {
  const { machine, settings, holder } = request;
  const force = dialOf(machine, 'force');
  const forceGf =
    force && isCalibrated(force) && settings.force !== undefined ? toPhysical(force, settings.force) : null;
  return writeHpgl({
    strokes: plan.strokes,
    pen: holder,
    speedMmS: plan.isRough ? null : plan.speedMmS,
    forceGf,
    zero: plan.frame,
  });
}
