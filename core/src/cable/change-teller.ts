import type { Sending } from './line';

/** Keeps how far sending is, and tells who listens of every change. */
export class ChangeTeller {
  private readonly listeners = new Set<(now: Sending) => void>();
  private is: Sending;

  constructor(lines: number) {
    this.is = { state: 'waiting', confirmed: 0, lines, at: null, says: null, broken: null };
  }

  get now(): Sending {
    return this.is;
  }

  set(change: Partial<Sending>): void {
    this.is = { ...this.is, ...change };
    for (const listen of this.listeners) listen(this.is);
  }

  onChange(listen: (now: Sending) => void): () => void {
    this.listeners.add(listen);
    return () => this.listeners.delete(listen);
  }
}
