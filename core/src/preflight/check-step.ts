import { checkDoubledLines } from './doubled-line';
import type { Finding } from './finding';
import { checkMirror } from './mirror';
import { checkOnSheet, checkReach } from './on-sheet';
import { checkSmallDetail } from './small-detail';
import type { CheckedStep } from './step-input';

/** Every check, in the order in which a maker would want to hear of them. */
const CHECKS = [checkOnSheet, checkReach, checkMirror, checkSmallDetail, checkDoubledLines];

/** Runs every check on one step; what must be put right comes first. */
export function checkStep(step: CheckedStep): Finding[] {
  const findings = CHECKS.flatMap((check) => check(step));
  return [...findings.filter((f) => f.severity === 'stop'), ...findings.filter((f) => f.severity === 'warn')];
}
