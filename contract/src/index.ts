export * from './answers';
export { paths } from './paths';
export type { ProblemBody } from './problem';
export * from './requests';
export { ContractError, parseContract } from './validate';
