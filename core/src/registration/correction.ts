import { formatNumber } from '../units';
import type { Affine, Point } from '../geometry';
import { brought, fitMarks, type MarkFit } from './fit';
import { MARK_NAMES } from './marks';

/** What was read of a page's marks: where each was found, in mm; null where it was not. */
export type MarkReadings = readonly (Point | null)[];

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
/** Marks that fit worse than this were read wrongly, in mm. */
export const MOST_RESIDUAL_MM = 0.5;
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
  refuseOutlier(used, from, to, fit);
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
  { residualMm }: MarkFit,
): void {
  if (residualMm <= MOST_RESIDUAL_MM || used.length < 3) return;
  for (let i = 0; i < used.length; i++)
    for (let j = i + 1; j < used.length; j++) {
      const swapped = [...to];
      [swapped[i], swapped[j]] = [to[j], to[i]];
      if (fitMarks(from, swapped, 'similarity').residualMm <= STRETCHED_MM)
        refuse(`The marks ${nameOf(used[i])} and ${nameOf(used[j])} were taken for each other.`);
    }
  const [best] = used.length > 3 ? used.map((_, i) => without(i, from, to)).sort((a, b) => a.left - b.left) : [];
  if (best && best.left <= STRETCHED_MM)
    refuse(
      `The mark ${nameOf(used[best.i])} was read ${formatNumber(best.off, 1)} mm from where the others say it is. Read it again.`,
    );
  refuse(
    `The marks do not fit each other: ${formatNumber(residualMm, 1)} mm are left over, ${formatNumber(MOST_RESIDUAL_MM, 1)} at most are taken. Read them again.`,
  );
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
