/** A line to a machine, whatever it is made of: a serial cable of the page, or a simulated one. */
export interface CableLine {
  /** Writes bytes as they are; it is done when the line has taken them. It fails where the line is lost. */
  write(text: string): Promise<void>;
  /** Tells of what comes back, as it comes. Returns what ends that. */
  onText(listen: (text: string) => void): () => void;
  /** Tells once that the line is lost. Returns what ends that. */
  onLost(listen: () => void): () => void;
}

/** Calls something again and again, until what it returns is called. The core has no clock of its own. */
export type Every = (milliseconds: number, call: () => void) => () => void;

/** Why sending ended before its end. */
export type Broken =
  /** The machine did not take a line; `said` is its own word for it. */
  | { why: 'refused'; line: number; text: string; said: string }
  /** The machine stopped by itself. */
  | { why: 'alarm'; line: number; said: string }
  /** The cable was pulled, or the machine is switched off. */
  | { why: 'lost'; line: number };

export type SendingState = 'waiting' | 'sending' | 'held' | 'done' | 'cancelled' | 'broken';

/** How far sending is. */
export interface Sending {
  state: SendingState;
  /** Lines that the machine has taken, of all. */
  confirmed: number;
  lines: number;
  /** Where the machine says it is, mm as it counts; null where it says nothing. */
  at: { x: number; y: number } | null;
  /** Its own word for what it does; null where it says nothing. */
  says: string | null;
  broken: Broken | null;
}

/** What sends a file over a line. */
export interface Sender {
  readonly now: Sending;
  /** Tells of every change. Returns what ends that. */
  onChange(listen: (now: Sending) => void): () => void;
  start(): void;
  hold(): void;
  resume(): void;
  /** Stops at once and leaves the machine safe: beam off, tool up. */
  cancel(): void;
  /** Lets go of the line. */
  end(): void;
}
