export * from './book-file';
export * from './requests';
export { ContractError, parseContract } from './validate';
