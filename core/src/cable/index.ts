export type { Broken, CableLine, Every, Sender, Sending, SendingState } from './line';
export { GcodeSender, type GcodeSenderWish, sentLines } from './gcode-sender';
export { PlotSender, type PlotSenderWish } from './plot-sender';
export { goingOn, restOf, restWithLines, type GoingOn } from './going-on';
export { senderFor } from './sender-for';
export { goHome, goToZero, jogBy, setZeroHere, unlock } from './by-hand-moves';
export { doneByLine } from './progress-by-line';
