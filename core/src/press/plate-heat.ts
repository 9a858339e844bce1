import type { MachineKind } from '../machines';

/** How a plate heats, as it is known of its kind. */
interface PlateFacts {
  /** It would come to this if it were never switched off, °C. */
  endC: number;
  /** Seconds in which it comes 63 % of the way there. */
  timeConstant: number;
  /** What a cold blank takes out of it at each pressing, °C. */
  dropC: number;
  /** What swings over when it has just been heated swings back in so many seconds. */
  settleSeconds: number;
}

const FACTS: Partial<Record<MachineKind, PlateFacts>> = {
  'clam-press': { endC: 300, timeConstant: 780, dropC: 5, settleSeconds: 12 },
  'hand-press': { endC: 320, timeConstant: 420, dropC: 8, settleSeconds: 17 },
};
const ROOM_C = 22;
/** A plate is warm enough when it has come back to within so much, °C: the last degree takes long and does little. */
const NEAR_C = 1;

/** What is known of a kind of press. @throws RangeError for a machine that has no plate */
export function plateFacts(kind: MachineKind): PlateFacts {
  const facts = FACTS[kind];
  if (!facts) throw new RangeError(`A press was expected; “${kind}” came.`);
  return facts;
}

const between = ({ endC, timeConstant }: PlateFacts, from: number, to: number): number =>
  to <= from ? 0 : timeConstant * Math.log((endC - from) / (endC - to));

/** Seconds until a cold press is ready: heated, and swung back after it went over. Newton's law of heating. */
export const warmUpSeconds = (kind: MachineKind, celsius: number): number =>
  Math.round(between(plateFacts(kind), ROOM_C, celsius) + plateFacts(kind).settleSeconds);

/** Seconds until a plate that was at one temperature is ready at another. */
export const changeSeconds = (kind: MachineKind, from: number, to: number): number => {
  const facts = plateFacts(kind);
  if (Math.abs(from - to) < NEAR_C) return 0;
  const seconds = to > from ? between(facts, from, to) : facts.timeConstant * Math.log((from - ROOM_C) / (to - ROOM_C));
  return Math.round(seconds + facts.settleSeconds);
};

/** Seconds until a plate has come back from what a blank took out of it. */
export const recoverSeconds = (kind: MachineKind, celsius: number): number => {
  const facts = plateFacts(kind);
  return Math.round(between(facts, celsius - facts.dropC, celsius - NEAR_C));
};
