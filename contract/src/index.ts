// What both sides say to each other, its addresses, and what follows from it. The classes that check requests are in
// ./checks: only the server needs them, and they bring a good deal of code with them.
export type * from './answers';
export type * from './book-file';
export type * from './requests';
export * from './endpoints';
export type { ProblemBody } from './problem';
