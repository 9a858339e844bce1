export { leftSeconds, spentSeconds, TIMER_TURNS, turnTimer, type PressTimer, type TimerTurn } from './press-timer';
