export {
  isOver,
  keepsMachine,
  mayTurn,
  nextInSeries,
  RUN_STATES,
  RUN_TURNS,
  type RunState,
  type RunTurn,
  type RunTurnName,
  type SeriesRun,
  type WearCharged,
} from './run-states';
export { inTwo } from './in-two';
export { doneSeconds, secondsToGo, type RunClock } from './run-clock';
export { notEnough, type NotEnough } from './not-enough';
