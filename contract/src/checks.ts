export * from './book-file';
export * from './requests';
export { BODIES } from './endpoints/bodies';
export { ContractError, parseContract } from './validate';
