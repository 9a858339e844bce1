export { heatGot } from './heat-got';
export {
  FORGOTTEN_SECONDS,
  leftSeconds,
  spentSeconds,
  TIMER_TURNS,
  turnTimer,
  wasForgotten,
  type PressTimer,
  type TimerTurn,
} from './press-timer';
