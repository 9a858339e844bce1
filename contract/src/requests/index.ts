export * from './book';
export * from './job';
export * from './shop';
