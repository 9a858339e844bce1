export * from './answers';
export * from './book-file';
export { paths } from './paths';
export type { ProblemBody } from './problem';
export * from './requests';
export { ContractError, parseContract } from './validate';
export { asksEngraveOrCut, checkedJob, checkedStep, type StepBed } from './checked-step';
