import { readPreference, writePreference } from '../../ui/preference';

/** Something that takes its minutes before a run, such as a tip that warms up; kept on this device. */
export interface WarmClock {
  /** The run and the line it stands on. */
  name: string;
  jobId: string;
  text: string;
  minutes: number;
  /** When it began, ms since 1970. */
  at: number;
}

const KEY = 'warm clocks';
/** A clock that nobody looked at since is put away, ms. */
const LONGEST_MS = 12 * 3_600_000;

/** Where nothing can be kept: as long as the page is open. */
let here: WarmClock[] = [];

function keep(clocks: WarmClock[]): void {
  here = clocks;
  writePreference(KEY, JSON.stringify(clocks));
}

function kept(): WarmClock[] {
  try {
    const text = readPreference(KEY);
    return text === null ? here : (JSON.parse(text) as WarmClock[]);
  } catch {
    return [];
  }
}

/** The clocks that were started on this device and are not put away yet, the oldest first. */
export const warmClocks = (now: number): WarmClock[] => kept().filter(({ at }) => now - at < LONGEST_MS);

/** Starts a clock; one of this name goes on. */
export function startWarming(clock: WarmClock): void {
  const others = warmClocks(clock.at);
  if (!others.some(({ name }) => name === clock.name)) keep([...others, clock]);
}

/** Puts a clock away: what it was for is ticked off. */
export const endWarming = (name: string): void => keep(kept().filter((clock) => clock.name !== name));

/** What is left of a clock, whole seconds. */
export const warmLeft = ({ at, minutes }: WarmClock, now: number): number =>
  Math.max(0, Math.ceil(minutes * 60 - (now - at) / 1000));
