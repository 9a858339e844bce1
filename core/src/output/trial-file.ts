import type { Point, Polyline } from '../geometry';
import { dialOf, isCalibrated, machineKindOf, toPhysical, type Machine } from '../machines';
import { estimateTime } from '../motion';
import { processOf, type ProcessName, type Settings } from '../recipes';
import { evenDotRows, type DotWay } from '../raster';
import { trialShape, trialSize } from '../shapes';
import { edgeStrokes, trailed, withKerf, type Stroke } from '../toolpath';
import { trailOf, type ToolKind } from '../tools';
import type { Details } from '../units';
import { beamPasses, beamSpeed } from './beam';
import { rowStrokes } from './picture-strokes';
import { runUpMm, withRunUp } from './run-up';
import { writeGcode } from './gcode/write';
import { writeHpgl } from './hpgl/write';
import { speedOf } from './speed';
import { homeOf, motionOf, USUAL_INTERVAL_MM } from './step-plan';

/** Half of what is free between two trials, in mm. */
const ROUND_MM = 1.5;

/** One trial of a sheet. */
export interface TrialCell {
  number: number;
  settings: Settings;
  at: Point;
  /** Gone over again in the same place: its number stands there already. */
  isRepeat: boolean;
  /** A patch of dots that cover so much of it, from 0 to 1, as pictures are engraved. */
  dots?: { way: DotWay; cover: number };
}

export interface TrialFileRequest {
  machine: Machine;
  process: ProcessName;
  /** Which holder the tool sits in, from 1. */
  holder: number;
  /** What sits there: a blade that trails is led as it is in a step. */
  tool?: { kind: ToolKind; details: Details } | null;
  cells: TrialCell[];
}

/** The machine file of a trial sheet. A press takes none. */
export interface TrialFile {
  format: 'hpgl' | 'gcode' | null;
  text: string;
  estimateSeconds: number;
  cutMm: number;
}

/**
 * The machine file of a trial sheet: every trial with its own numbers and its label.
 * @throws RangeError where a plotter is given several settings at once: its force is dialled in by hand
 */
export function trialFile({ machine, process, holder, tool, cells }: TrialFileRequest): TrialFile {
  const does = machineKindOf(machine.kind).does;
  if (does === 'heat')
    return {
      format: null,
      text: '',
      estimateSeconds: cells.reduce(
        (sum, { settings }) => sum + (settings.preheat ?? 0) + (settings.dwell ?? 0) + (settings.second ?? 0),
        0,
      ),
      cutMm: 0,
    };
  const trailMm = does === 'tool' && tool ? trailOf(tool) : null;
  const planned = cells.map((cell) => {
    const strokes = strokesOf(machine, process, cell, does === 'tool' ? (cell.settings.passes ?? 1) : 1, trailMm);
    return { ...cell, strokes: trailMm === null ? strokes : trailed(strokes, trailMm) };
  });
  const estimates = planned.map(({ settings, strokes }) =>
    estimateTime(strokes, beamSpeed(machine, settings), motionOf(machine), homeOf(machine)),
  );
  const passes = (settings: Settings) => (does === 'beam' ? (settings.passes ?? 1) : 1);
  const estimateSeconds = estimates.reduce((sum, { seconds }, i) => sum + seconds * passes(cells[i].settings), 0);
  const cutMm = estimates.reduce((sum, estimate, i) => sum + estimate.cutMm * passes(cells[i].settings), 0);
  if (does === 'tool') {
    const [first] = cells;
    if (cells.some(({ settings }) => JSON.stringify(settings) !== JSON.stringify(first.settings)))
      throw new RangeError('A plotter cuts one trial at a time: its numbers are dialled in by hand.');
    const force = dialOf(machine, 'force');
    const forceGf =
      force && isCalibrated(force) && first.settings.force !== undefined
        ? toPhysical(force, first.settings.force)
        : null;
    const { speedMmS, isRough } = speedOf(machine, first.settings);
    return {
      format: 'hpgl',
      text: writeHpgl({
        strokes: planned.flatMap(({ strokes }) => strokes),
        pen: holder,
        speedMmS: isRough ? null : speedMmS,
        forceGf,
      }),
      estimateSeconds,
      cutMm,
    };
  }
  return {
    format: 'gcode',
    text: writeGcode(
      planned.flatMap(({ settings, strokes }) => beamPasses(machine, settings, strokes)),
      homeOf(machine),
    ),
    estimateSeconds,
    cutMm,
  };
}

function strokesOf(
  machine: Machine,
  process: ProcessName,
  cell: TrialCell,
  passes: number,
  trailMm: number | null,
): Stroke[] {
  const { number, settings, at, isRepeat } = cell;
  const side = trialSize(process).widthMm;
  const { contours, label } = trialShape(process, number, at, settings.interval);
  return [
    ...(processOf(process).path === 'rows'
      ? patchRows(machine, process, cell, contours)
      : edgeStrokes({
          contours: withKerf(contours, 0).flat(),
          start: at,
          insideFirst: processOf(process).parts,
          passes,
          overcutMm: settings.overcut ?? 0,
          // A blade is turned within the room of its own trial.
          reach: { minX: at.x - ROUND_MM, minY: at.y - ROUND_MM, maxX: at.x + side + ROUND_MM, maxY: at.y + side },
          ...(trailMm === null ? {} : { trailMm }),
        })),
    ...(isRepeat ? [] : label.map(({ points }) => ({ points }))),
  ];
}

/** The rows of a patch, entered and left at speed as those of a step are: what a patch tells holds for them. */
function patchRows(
  machine: Machine,
  process: ProcessName,
  { settings, at, dots }: TrialCell,
  lines: readonly Polyline[],
): Stroke[] {
  const speedMmS = beamSpeed(machine, settings);
  const side = trialSize(process).widthMm;
  const area = { ...at, widthMm: side, heightMm: side };
  const pitchMm = settings.interval ?? USUAL_INTERVAL_MM;
  const nearMm = 2 * runUpMm(speedMmS, machine.motion);
  const rows = dots
    ? evenDotRows(area, { ...dots, pitchMm }).flatMap((row, i) => rowStrokes(row, i % 2 === 1, nearMm))
    : lines.map(({ points }) => ({ points }));
  return withRunUp(rows, {
    speedMmS,
    motion: machine.motion,
    lagSeconds: (machine.lagMs ?? 0) / 1000,
    reach: { from: 0, to: machine.workWidthMm },
  });
}
