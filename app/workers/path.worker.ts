import type { Machine } from '@keen-anvil/core/machines';
import { edgeWay, planStep, stepFile, type Frame, type StepRequest } from '@keen-anvil/core/output';
import type { Settings } from '@keen-anvil/core/recipes';
import { standInFor, type PathTrace } from '@keen-anvil/core/standins';
import type { Point } from '@keen-anvil/core/geometry';
import { expose } from 'comlink';

/** What a head does with a file, from the first moment to the last. */
export interface FollowedPath {
  /** The file, line by line. */
  lines: string[];
  zero: Frame;
  trace: PathTrace;
  /** Round what it does: its box, and tightly. */
  edges: { box: Point[]; hull: Point[] };
}

/** A file that is there already, and what it was made for. */
export interface FileToFollow {
  machine: Machine;
  file: string;
  settings: Settings;
  zero: Frame | null;
}

function followed(machine: Machine, file: string, settings: Settings, zero: Frame | null): FollowedPath {
  const trace = standInFor(machine, file, settings, zero ?? undefined).trace();
  if (trace.kind !== 'path') throw new RangeError(`${machine.name} follows no path: it presses.`);
  const strokes = downStrokes(trace);
  return {
    lines: file.split(/\r?\n/),
    zero: zero ?? { x: 0, y: 0 },
    trace,
    edges: { box: edgeWay(strokes, 'box'), hull: edgeWay(strokes, 'hull') },
  };
}

/** Where the tool is down, leg by leg. */
function downStrokes({ first, isDown, x, y }: PathTrace): { points: Point[] }[] {
  const strokes: { points: Point[] }[] = [];
  for (let leg = 0; leg < first.length; leg++) {
    if (!isDown[leg]) continue;
    const points: Point[] = [];
    for (let i = first[leg]; i < (leg + 1 < first.length ? first[leg + 1] : x.length); i++)
      points.push({ x: x[i], y: y[i] });
    strokes.push({ points });
  }
  return strokes;
}

const worker = {
  /** Plans a step as its machine gets it, and follows that. */
  planAndFollow(step: StepRequest): FollowedPath {
    const plan = planStep(step);
    const { text } = stepFile(step, plan);
    return followed(step.machine, text, step.settings, plan.frame);
  },
  follow: ({ machine, file, settings, zero }: FileToFollow): FollowedPath => followed(machine, file, settings, zero),
};
export type PathWorker = typeof worker;

expose(worker);
