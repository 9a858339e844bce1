export { type Finding } from './finding';
export { type CheckedStep } from './step-input';
export { checkStep } from './check-step';
