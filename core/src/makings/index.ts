export { OPERATIONS, operate, operationOf } from './operations';
export { OperationRefusedError, type Lines, type Operation } from './operation';
