export { phaseAt, pressPhases, pressSeconds, type PressPhase } from './phases';
