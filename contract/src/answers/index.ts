export * from './book';
export * from './job';
export * from './press';
export * from './finish';
export * from './shop';
export * from './tuning';
export type * from './change';
