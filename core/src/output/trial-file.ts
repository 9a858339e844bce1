import type { Point } from '../geometry';
import { dialOf, isCalibrated, machineKindOf, toPhysical, type Machine } from '../machines';
import { estimateTime } from '../motion';
import { processOf, type ProcessName, type Settings } from '../recipes';
import { trialShape } from '../shapes';
import { planToolpath, trailed, type Stroke } from '../toolpath';
import { trailOf, type ToolKind } from '../tools';
import type { Details } from '../units';
import { beamPasses, beamSpeed } from './beam';
import { writeGcode } from './gcode/write';
import { writeHpgl } from './hpgl/write';
import { speedOf } from './speed';
import { homeOf, motionOf } from './step-plan';

/** One trial of a sheet. */
export interface TrialCell {
  number: number;
  settings: Settings;
  at: Point;
  /** Gone over again in the same place: its number stands there already. */
  isRepeat: boolean;
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
    const strokes = strokesOf(process, cell, does === 'tool' ? (cell.settings.passes ?? 1) : 1);
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

function strokesOf(process: ProcessName, { number, settings, at, isRepeat }: TrialCell, passes: number): Stroke[] {
  const { contours, label } = trialShape(process, number, at, settings.interval);
  return [
    ...planToolpath({
      contours,
      start: at,
      insideFirst: processOf(process).parts,
      passes,
      overcutMm: settings.overcut ?? 0,
    }).strokes,
    ...(isRepeat ? [] : label.map(({ points }) => ({ points }))),
  ];
}
