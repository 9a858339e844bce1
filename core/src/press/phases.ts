import type { Settings } from '../recipes';

/** A stretch of a pressing. */
export interface PressPhase {
  name: string;
  seconds: number;
  /** The plate is down. */
  isDown: boolean;
}

/** How long a hand needs to lay a piece under the plate, in s. */
export const HANDLING_SECONDS = 4;

/** The phases of a pressing in their order, from its recipe's numbers: those that take no time are not there. */
export function pressPhases({ preheat = 0, dwell = 0, second = 0 }: Settings): PressPhase[] {
  const phases: PressPhase[] = [
    { name: 'Preheat the blank', seconds: preheat, isDown: true },
    { name: 'Lay it on', seconds: HANDLING_SECONDS, isDown: false },
    { name: 'Press', seconds: dwell, isDown: true },
    { name: 'Press again', seconds: second, isDown: true },
  ];
  return phases.filter(({ seconds }) => seconds > 0);
}

/** All of a pressing with what the hands need, in s. */
export const pressSeconds = (settings: Settings): number =>
  pressPhases(settings).reduce((sum, { seconds }) => sum + seconds, 0);

/** Which phase a pressing is in after some seconds, and how long that one goes on; null once it is over. */
export function phaseAt(
  settings: Settings,
  seconds: number,
): { index: number; phase: PressPhase; left: number } | null {
  let end = 0;
  for (const [index, phase] of pressPhases(settings).entries()) {
    end += phase.seconds;
    if (seconds < end) return { index, phase, left: end - seconds };
  }
  return null;
}
