import type { Sending } from './line';

/** What every sender has in common: how far it is, who is told of it, and what it lets go of at its end. */
export abstract class BaseSender {
  private readonly listeners = new Set<(now: Sending) => void>();
  private readonly endings: (() => void)[] = [];
  private is: Sending;

  /** @param lines how many it has to send */
  constructor(lines: number) {
    this.is = { state: 'waiting', confirmed: 0, lines, at: null, says: null, broken: null };
  }

  get now(): Sending {
    return this.is;
  }

  onChange(listen: (now: Sending) => void): () => void {
    this.listeners.add(listen);
    return () => this.listeners.delete(listen);
  }

  end(): void {
    for (const ending of this.endings.splice(0)) ending();
  }

  protected set(change: Partial<Sending>): void {
    this.is = { ...this.is, ...change };
    for (const listen of this.listeners) listen(this.is);
  }

  /** Lets go of these at its end. */
  protected endWith(...endings: (() => void)[]): void {
    this.endings.push(...endings);
  }

  protected isOpen(): boolean {
    return this.is.state === 'sending' || this.is.state === 'held';
  }
}
