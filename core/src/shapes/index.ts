export { digitLines, digitsWidth } from './digits';
export { hatchLines } from './hatch';
export { trialShape, trialSize, type TrialShape, type TrialSize } from './trial-shape';
export { fillRows } from './fill-rows';
