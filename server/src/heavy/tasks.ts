import {
  planStep,
  reachProblem,
  sheetGcode,
  stepFile,
  workOf,
  type Frame,
  type StepFileText,
  type StepRequest,
} from '@keen-anvil/core/output';
import { layClosely as lay, type CloseLaying, type CloseWish } from '@keen-anvil/core/layout';
import { stoppingFindings, type CheckedStep } from '@keen-anvil/core/preflight';

import { greyOf, type GreyPicture } from '@keen-anvil/core/raster';
import sharp from 'sharp';
import type { Machine } from '@keen-anvil/core/machines';
import type { Settings } from '@keen-anvil/core/recipes';
import { PAPERS, type PaperName } from '../print/papers';
import { standInFor, type Trace } from '@keen-anvil/core/standins';

export { readBookFile } from '../exchange/read-file';
export { readPhoto } from './read-photo';
export { readArtwork } from './read-artwork';
export { readDrawing } from './read-drawing';
export { workOnDocument } from './job-work';
export { goodWindow, tune } from './tune';
export { fitsClosely } from '@keen-anvil/core/layout';

/** As large as a picture that is brought in may be. */
const MOST_PIXELS = 60_000_000;

// Runs in a worker thread: what is returned here is copied to the server's own thread.

export interface PlanTask {
  request: StepRequest;
  /** Pictures that it engraves, as files. */
  pictures?: { drawingId: string; bytes: Uint8Array }[];
  check: Omit<CheckedStep, 'placed'>;
}

export interface StandInTask {
  machine: Machine;
  file: string;
  settings: Settings;
  /** From where its file counts; the machine's own zero where nothing is said. */
  zero?: Frame | null;
}

export interface PlanAnswer extends StepFileText {
  estimateSeconds: number;
  cutMm: number;
  /** How far along the feed the parts reach, in mm: what the run takes off a roll. */
  usedLengthMm: number;
  /** What stands against running it, as sentences. */
  stops: string[];
  /** From where the file counts. */
  zero: Frame;
}

export interface PaperTask {
  paper: PaperName;
  given: unknown[];
}

/** Makes a page to print or a drawing to save. */
export const makePaper = ({ paper, given }: PaperTask): Promise<Uint8Array> =>
  (PAPERS[paper] as (...all: unknown[]) => Promise<Uint8Array>)(...given);

/** Nothing: its thread has read the program by then. */
export const getReady = (): void => undefined;

/** Where parts lie closely, as far as the time of the wish goes. */
export const layClosely = (wish: CloseWish): CloseLaying => lay(wish, () => performance.now());

/** What a machine does with a file, from the first moment to the last. */
export function standIn({ machine, file, settings, zero }: StandInTask): Trace {
  return standInFor(machine, file, settings, zero ?? undefined).trace();
}

/** Plans all that a laser does on one sheet, as one file. */
export async function planSheetFile(tasks: PlanTask[]): Promise<string> {
  const requests = await Promise.all(tasks.map(withLight));
  return sheetGcode(requests.map((request) => ({ request, plan: planStep(request) })));
}

/** A step’s request with the light of its pictures. */
async function withLight({ request, pictures = [] }: PlanTask): Promise<StepRequest> {
  if (!request.pictures || pictures.length === 0) return { ...request, pictures: undefined };
  const grey: Record<string, GreyPicture> = {};
  for (const { drawingId, bytes } of pictures) {
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .ensureAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    grey[drawingId] = greyOf({ width: info.width, height: info.height, data });
  }
  return { ...request, pictures: { ...request.pictures, grey } };
}

/** Plans lines that are only drawn, and writes their machine file. */
export const planGuideFile = (request: PlanTask['request']): string => stepFile(request, planStep(request)).text;

/** Plans one step, checks what would stop it, and writes its machine file. */
export async function planMachineFile(task: PlanTask): Promise<PlanAnswer> {
  const { check } = task;
  const request = await withLight(task);
  const plan = planStep(request);
  return {
    ...stepFile(request, plan),
    estimateSeconds: plan.estimate.seconds,
    cutMm: plan.estimate.cutMm,
    zero: plan.frame,
    usedLengthMm: plan.placed.reduce((far, { bounds }) => Math.max(far, bounds.maxY), 0),
    stops: [
      ...stoppingFindings({ ...check, placed: plan.placed }).map((finding) => `${finding.message} ${finding.mend}`),
      ...[reachProblem(request.machine, workOf(plan.strokes))].filter((stop) => stop !== null),
    ],
  };
}
