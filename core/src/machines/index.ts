export {
  type CalibrationPoint,
  type Dial,
  dialProblem,
  isCalibrated,
  snapToDial,
  toDial,
  toPhysical,
  UncalibratedDialError,
} from './dial';
export { dialOf, type Machine, type MotionLimits } from './machine';
export { cuttableArea } from './cuttable-area';
