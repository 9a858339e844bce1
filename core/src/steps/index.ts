// What a job's steps do on their sheets, and what the checks need to know of it.
export { asksEngraveOrCut, checkedAround, checkedJob, checkedStep, reachOf, type StepBed } from './checked-step';
export { GIVEN_ROLES, NOTE_KINDS } from './job';
export type * from './job';
export { editedJob, jobView } from './job-view';
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
export {
  doneTogether,
  isOnlyPrinted,
  laidOn,
  stepsToRun,
  workOn,
  worksInOrder,
  worksOf,
  type LaidPart,
  type StepWork,
} from './step-work';
export { isAidIn, isTurnMarkIn, turnMarksOf } from './turn-marks';
export { USUAL_EDGE_MM, usualGap, usualTurns } from './usual-laying';
