import { checkDoubledLines } from './doubled-line';
import type { Finding } from './finding';
import { checkMirror } from './mirror';
import { checkOnSheet, checkReach } from './on-sheet';
import { checkSmallDetail } from './small-detail';
import type { CheckedStep } from './step-input';

/** What must be put right before a run; cheap enough to ask before every start. */
const STOPPING = [checkOnSheet, checkReach, checkMirror];
/** What should be looked at; may take a while on a large drawing. */
const LOOKING = [checkSmallDetail, checkDoubledLines];

/** Runs every check on one step; what must be put right comes first. */
export function checkStep(step: CheckedStep): Finding[] {
  const findings = [...STOPPING, ...LOOKING].flatMap((check) => check(step));
  return [...findings.filter((f) => f.severity === 'stop'), ...findings.filter((f) => f.severity === 'warn')];
}

/** Only what stands against a run. */
export function stoppingFindings(step: CheckedStep): Finding[] {
  return STOPPING.flatMap((check) => check(step)).filter((finding) => finding.severity === 'stop');
}
