export { followingLines } from './following';
export { scanLines } from './scan-lines';
export { spiralLines } from './spiral';
