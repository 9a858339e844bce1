export { FILL_WAY_WORDS, FILL_WAYS, type FillWay } from './fill-ways';
export { fillLines } from './fill-lines';
export { followingLines } from './following';
export { scanLines } from './scan-lines';
export { spiralLines } from './spiral';
export { temperForWay } from './temper-for-way';
