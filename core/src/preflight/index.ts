export { type Finding } from './finding';
export { type CheckedStep } from './step-input';
export { checkStep, stoppingFindings } from './check-step';
