export type { Finding, Fix, ProposedBridge } from './finding';
export type { CheckedStep } from './step-input';
export type { PartMemo } from './part-memo';
export { checkStep, stoppingFindings } from './check-step';
export { checkJob, sayClaim, type CheckedJob, type PieceClaim } from './check-job';
