export { fitCalibration, type CalibrationFit, type CalibrationPoint } from './calibration';
export {
  type Dial,
  dialProblem,
  dialSpread,
  isCalibrated,
  type Knowledge,
  knowledgeOf,
  snapToDial,
  toDial,
  toPhysical,
  UncalibratedDialError,
} from './dial';
export {
  MACHINE_KIND_TABLE,
  MACHINE_KINDS,
  machineKindOf,
  type MachineKind,
  type MachineKindFacts,
} from './machine-kind';
export { holderOffset, withHolderOffset } from './holder-offset';
export {
  CABLE_FLOWS,
  type HolderOffset,
  type CableFlow,
  dialOf,
  type Driver,
  DRIVERS,
  type Machine,
  type MotionLimits,
  ORIGIN_CORNERS,
  type OriginCorner,
  type Zero,
  ZEROS,
} from './machine';
export { cuttableArea } from './cuttable-area';
export { machineProblem } from './machine-problem';
export { toolProblem } from './tool-problem';
