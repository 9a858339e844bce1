import { checkCrossings } from './crossing';
import { checkDoubledLines } from './doubled-line';
import { checkEngravedTogether } from './engraved-together';
import type { Finding } from './finding';
import { checkGround } from './ground';
import { checkKerf } from './kerf';
import { checkMirror } from './mirror';
import { checkOddPiece, checkOnSheet, checkReach, checkStockSize } from './on-sheet';
import { checkOpenContours } from './open-contour';
import type { PartMemo } from './part-memo';
import { checkPrintOnMark } from './print-on-mark';
import { checkRange, checkTemper } from './recipe';
import { checkRunUp } from './run-up';
import { checkScript } from './script-apart';
import { checkSmallDetail } from './small-detail';
import { checkSmallPieces } from './small-pieces';
import { checkStencilIslands } from './stencil-islands';
import type { CheckedStep } from './step-input';
import { checkHolder, checkWear } from './tool';
import { checkWithinGuide } from './within-guide';

type Check = (step: CheckedStep, memo: PartMemo) => Finding[];

/** What must be put right before a run; cheap enough to ask before every start. */
const STOPPING: readonly Check[] = [
  checkStockSize,
  checkOnSheet,
  checkReach,
  checkMirror,
  checkGround,
  checkRange,
  checkHolder,
];
/** What should be looked at; may take a while on a large drawing. */
const LOOKING: readonly Check[] = [
  checkTemper,
  checkWear,
  checkOddPiece,
  checkWithinGuide,
  checkPrintOnMark,
  checkOpenContours,
  checkStencilIslands,
  checkScript,
  checkSmallPieces,
  checkSmallDetail,
  checkDoubledLines,
  checkCrossings,
  checkEngravedTogether,
  checkRunUp,
  checkKerf,
];

/**
 * Runs every check on one step; what must be put right comes first.
 * @param memo keeps what was found of parts, so that only those that changed are looked at again the next time
 */
export function checkStep(step: CheckedStep, memo: PartMemo = new Map()): Finding[] {
  const findings = [...STOPPING, ...LOOKING].flatMap((check) => check(step, memo));
  return [...findings.filter((f) => f.severity === 'stop'), ...findings.filter((f) => f.severity === 'warn')];
}

/** Only what stands against a run. */
export function stoppingFindings(step: CheckedStep): Finding[] {
  return STOPPING.flatMap((check) => check(step, new Map())).filter((finding) => finding.severity === 'stop');
}
