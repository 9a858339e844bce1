// What a job's steps do on their sheets, and what the checks need to know of it: only who has a job open needs it.
export { asksEngraveOrCut, checkedAround, checkedJob, checkedStep, reachOf, type StepBed } from './checked-step';
export {
  closePiece,
  hasTwoSameSides,
  layAction,
  nestGroup,
  piecesAround,
  piecesOf,
  usesHoles,
  usualFor,
  type NestGroup,
} from './nest-group';
export { printedOn } from './printed-on';
export { isAidIn, isTurnMarkIn, turnMarksOf } from './turn-marks';
export {
  doneTogether,
  isOnlyPrinted,
  stepsToRun,
  laidOn,
  workOn,
  worksInOrder,
  worksOf,
  type LaidPart,
  type StepWork,
} from './step-work';
