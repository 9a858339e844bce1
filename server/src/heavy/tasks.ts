import { artworkBounds, ArtworkRefusedError, readDxf, readSvg, type ArtworkReading } from '@keen-anvil/core/artwork';
import type { Bounds } from '@keen-anvil/core/geometry';
import { planStep, stepHpgl, type StepRequest } from '@keen-anvil/core/output';
import { stoppingFindings, type CheckedStep } from '@keen-anvil/core/preflight';

export { readBookFile } from '../exchange/read-file';
export { goodWindow, tune } from './tune';

// Runs in a worker thread: what is returned here is copied to the server's own thread.

export type ReadAnswer = { refusal: string } | { refusal: null; reading: ArtworkReading; drawn: Bounds | null };

/** Reads an SVG or DXF file; a refusal comes back as its sentence. */
export function readArtwork({ bytes, fileName }: { bytes: Uint8Array; fileName: string }): ReadAnswer {
  const isDxf = /\.dxf$/i.test(fileName);
  let source: string;
  try {
    // Older DXF files are in the code page of where they were drawn; only names are told in other than ASCII.
    source = new TextDecoder(isDxf ? 'windows-1252' : 'utf-8', { fatal: true }).decode(bytes);
  } catch {
    return { refusal: 'SVG text in UTF-8 was expected; these bytes are something else.' };
  }
  try {
    const reading = isDxf ? readDxf(source) : readSvg(source);
    return { refusal: null, reading, drawn: artworkBounds(reading.parts) };
  } catch (error) {
    if (error instanceof ArtworkRefusedError) return { refusal: error.message };
    throw error;
  }
}

export interface PlanTask {
  request: StepRequest;
  check: Omit<CheckedStep, 'placed'>;
}

export interface PlanAnswer {
  hpgl: string;
  estimateSeconds: number;
  cutMm: number;
  /** How far along the feed the parts reach, in mm: what the run takes off a roll. */
  usedLengthMm: number;
  /** What stands against running it, as sentences. */
  stops: string[];
}

/** Plans one step, checks what would stop it, and writes its machine file. */
export function planMachineFile({ request, check }: PlanTask): PlanAnswer {
  const plan = planStep(request);
  return {
    hpgl: stepHpgl(request, plan),
    estimateSeconds: plan.estimate.seconds,
    cutMm: plan.estimate.cutMm,
    usedLengthMm: plan.strokes.reduce((far, { points }) => points.reduce((most, point) => Math.max(most, point.y), far), 0),
    stops: stoppingFindings({ ...check, placed: plan.placed }).map((finding) => `${finding.message} ${finding.mend}`),
  };
}
