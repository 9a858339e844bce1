export { AS_A_PAIR } from './repeats';
export { OPERATIONS, operate, printCarried, operationOf } from './operations';
export { tryOut, type TriedOut } from './try-out';
export { OperationRefusedError, type Lines, type Operation } from './operation';
export { upperMiddleOf } from './cone';
