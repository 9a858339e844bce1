export { cornerSpeed } from './corner-speed';
export { trapezoidSeconds } from './trapezoid';
export { strokeSeconds, type StrokeMotion } from './stroke-seconds';
export { estimateTime, type TimeEstimate } from './estimate';
