import { formatNumber } from '../units';
import type { Affine, Point } from '../geometry';
import { brought, fitMarks, type MarkFit } from './fit';
import { MARK_NAMES } from '../layout';

/** Where a mark was found, in mm; with how sure that is along each axis where it was read several times (standard error). */
export type MarkReading = Point & { spreadMm?: number };

/** What was read of a page's marks; null where one was not found. */
export type MarkReadings = readonly (MarkReading | null)[];

/** How a cut has to be changed so that it meets its print. */
export interface Correction extends MarkFit {
  /** Which marks it was fitted to. */
  used: number[];
  /** Shift of the page's corner, mm; turn against the clock, degrees; sizes along and across, and shear, as shares. */
  dxMm: number;
  dyMm: number;
  turnDegrees: number;
  scaleX: number;
  scaleY: number;
}

/** The marks say that nothing sensible was read. */
export class MarksRefusedError extends RangeError {}

/** A sheet that is larger or smaller than its drawing by more than this was not printed at true size, as a share. */
const MOST_SCALE = 0.03;
/** A sheet turned by more than this was put in wrongly, in degrees. */
const MOST_TURN = 10;
/** Neither paper nor board is pulled askew by more than this: they were read of another side, or in another order. In degrees. */
const MOST_SHEAR = 0.5;
/** Marks that fit worse than this were read wrongly, in mm: of four, one that is off by four times as much leaves just that. */
export const MOST_RESIDUAL_MM = 0.2;
/** So many times what their own spread explains is still taken, and never less than this. */
const SPREADS = 4;
const LEAST_RESIDUAL_MM = 0.06;
/** The others fit better without a mark that is off by so many times, than without any other. */
const CLEARLY = 2;
/** So much may be left over of marks on paper that was stretched one way, where that is not fitted, in mm. */
const STRETCHED_MM = 0.8;

const refuse = (message: string): never => {
  throw new MarksRefusedError(message);
};

/**
 * The correction from marks as they were read: affine where four were, a similarity where two or three.
 * @param keepsShape the sheet is a board that nothing stretches: a similarity, however many were read
 * @throws MarksRefusedError with which mark is off, or what else is wrong
 */
export function correctionFrom(drawn: readonly Point[], read: MarkReadings, keepsShape = false): Correction {
  const used = drawn.map((_, i) => i).filter((i) => read[i]);
  if (used.length < 2)
    refuse(
      `Two marks at least have to be read; ${used.length === 1 ? 'one was' : 'none was'}. Wipe the sheet, or move the lamp.`,
    );
  const from = used.map((i) => drawn[i]);
  const to = used.map((i) => read[i]!);
  if (to.some(({ x, y }) => !Number.isFinite(x) || !Number.isFinite(y)))
    refuse('A mark was read at a place that is no number.');
  // Paper that is pulled through rollers comes out longer one way: four marks can tell that, three cannot tell it from a misread one.
  const fit = fitted(from, to, used.length >= 4 && !keepsShape ? 'affine' : 'similarity');
  refuseOutlier(used, from, to, fit, mostResidual(used.map((i) => read[i]!)));
  const correction = { ...fit, used, ...partsOf(fit.affine) };
  if (fit.affine[0] * fit.affine[3] - fit.affine[1] * fit.affine[2] <= 0)
    refuse('The marks say that the sheet lies upside down.');
  const scale = Math.max(Math.abs(correction.scaleX - 1), Math.abs(correction.scaleY - 1));
  if (scale > MOST_SCALE)
    refuse(`The marks lie ${formatNumber(100 * scale, 1)} % off their true distances: was the page printed at 100 %?`);
  if (Math.abs(correction.turnDegrees) > MOST_TURN)
    refuse(
      `The sheet lies turned by ${formatNumber(Math.abs(correction.turnDegrees), 0)}°: put it in the other way, dots first.`,
    );
  const shear = shearOf(fit.affine);
  if (shear > MOST_SHEAR)
    refuse(
      `The marks lie ${formatNumber(shear, 1)}° askew to each other: is the right side up, and were they read in their order?`,
    );
  return correction;
}

function fitted(from: readonly Point[], to: readonly Point[], kind: 'similarity' | 'affine'): MarkFit {
  try {
    return fitMarks(from, to, kind);
  } catch (error) {
    return refuse((error as Error).message);
  }
}

/** Says which mark is off, or which two were taken for each other. */
function refuseOutlier(
  used: readonly number[],
  from: readonly Point[],
  to: readonly Point[],
  { residualMm, affine: [a, b, c, d] }: MarkFit,
  mostMm: number,
): void {
  // Two at opposite corners that were taken for each other fit exactly, as a sheet that lies upside down.
  const isMirrored = a * d - b * c <= 0;
  if ((residualMm <= mostMm && !isMirrored) || used.length < 3) return;
  for (let i = 0; i < used.length; i++)
    for (let j = i + 1; j < used.length; j++) {
      const swapped = [...to];
      [swapped[i], swapped[j]] = [to[j], to[i]];
      if (isRight(from, swapped))
        refuse(`The marks ${nameOf(used[i])} and ${nameOf(used[j])} were taken for each other.`);
    }
  if (isMirrored) return;
  const [best, next] = used.length > 3 ? used.map((_, i) => without(i, from, to)).sort((p, q) => p.left - q.left) : [];
  // Only where the others fit clearly better without it than without any other.
  if (best && best.left <= STRETCHED_MM && best.left * CLEARLY <= Math.max(next.left, LEAST_RESIDUAL_MM))
    refuse(
      `The mark ${nameOf(used[best.i])} was read ${formatNumber(best.off, 1)} mm from where the others say it is. Read it again.`,
    );
  refuse(
    `The marks do not fit each other: ${formatNumber(residualMm, 2)} mm are left over, ${formatNumber(mostMm, 2)} at most are taken. Read them again.`,
  );
}

/** Whether a sheet could lie so: neither mirrored nor turned, about as large as it was drawn, its marks as they were drawn to each other. */
function isRight(from: readonly Point[], to: readonly Point[]): boolean {
  const { residualMm, affine } = fitMarks(from, to, 'similarity');
  const turn = Math.abs((Math.atan2(affine[1], affine[0]) * 180) / Math.PI);
  const scale = Math.abs(Math.hypot(affine[0], affine[1]) - 1);
  return residualMm <= STRETCHED_MM && scale <= MOST_SCALE && turn <= MOST_TURN;
}

/** What may be left over of some marks, mm: as much as their own spread explains, where they were read several times. */
function mostResidual(read: readonly MarkReading[]): number {
  const spreads = read.flatMap(({ spreadMm }) => spreadMm ?? []);
  if (spreads.length < read.length) return MOST_RESIDUAL_MM;
  const typical = Math.sqrt(spreads.reduce((sum, spread) => sum + spread ** 2, 0) / spreads.length);
  return Math.min(MOST_RESIDUAL_MM, Math.max(LEAST_RESIDUAL_MM, SPREADS * typical));
}

/** What is left over without a mark, and how far it is from where the others bring it. */
function without(i: number, from: readonly Point[], to: readonly Point[]) {
  const rest = (list: readonly Point[]) => list.filter((_, k) => k !== i);
  const fit = fitMarks(rest(from), rest(to), 'similarity');
  const at = brought(fit.affine, from[i]);
  return { i, left: fit.residualMm, off: Math.hypot(at.x - to[i].x, at.y - to[i].y) };
}

/** How far from a right angle the axes of a sheet lie, in degrees. */
const shearOf = ([a, b, c, d]: Affine): number => (Math.abs(Math.atan2(b, a) - Math.atan2(-c, d)) * 180) / Math.PI;

const nameOf = (i: number): string => MARK_NAMES[i] ?? String(i + 1);

function partsOf([a, b, c, d, e, f]: Affine) {
  return {
    dxMm: e,
    dyMm: f,
    // With y down a positive angle of the matrix goes with the clock.
    turnDegrees: (-Math.atan2(b - c, a + d) * 180) / Math.PI,
    scaleX: Math.hypot(a, b),
    scaleY: Math.hypot(c, d),
  };
}
