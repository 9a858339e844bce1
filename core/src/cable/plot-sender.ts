import { BaseSender } from './base-sender';
import type { CableLine, Every, Sender } from './line';

export interface PlotSenderWish {
  line: CableLine;
  /** The HP-GL file. */
  text: string;
  /** The machine says stop and go on (XON/XOFF); or it says nothing, and is sent no more than it does in the time. */
  flow: 'XON/XOFF' | 'paced';
  /** Machine seconds in all, for pacing. */
  totalSeconds: number;
  every: Every;
}

const XON = '\u0011';
const XOFF = '\u0013';
/** Aborts what a plotter has in its buffer, and lifts its tool. */
const STOP = '\u001b.K;PU;';
/** So many characters go at once: a stop waits for no more than these. */
const PIECE = 48;
const TURN_MS = 20;
/** Paced, it is sent so much before it is needed, in seconds. */
const AHEAD_SECONDS = 1.5;

/** Sends HP-GL in small pieces, as fast as a plotter takes them. A plotter confirms nothing: what is sent counts as taken. */
export class PlotSender extends BaseSender implements Sender {
  private readonly pieces: string[];
  /** For each piece, the number of the file's line in which it ends. */
  private readonly endsInLine: number[] = [];
  private next = 0;
  private isStopped = false;
  private isWriting = false;
  private turns = 0;

  constructor(private readonly wish: PlotSenderWish) {
    const pieces = inPieces(wish.text);
    super(wish.text.split('\n').length - 1);
    this.pieces = pieces;
    let lines = 0;
    for (const piece of pieces) {
      lines += piece.split('\n').length - 1;
      this.endsInLine.push(lines);
    }
  }

  start(): void {
    if (this.now.state !== 'waiting') return;
    const { line, every } = this.wish;
    this.endWith(
      line.onText((text) => this.hear(text)),
      line.onLost(() => this.lost()),
      every(TURN_MS, () => this.turn()),
    );
    this.set({ state: 'sending' });
  }

  hold(): void {
    if (this.now.state === 'sending') this.set({ state: 'held' });
  }

  resume(): void {
    if (this.now.state === 'held') this.set({ state: 'sending' });
  }

  cancel(): void {
    if (!this.isOpen()) return;
    this.wish.line.write(STOP).catch(() => undefined);
    this.set({ state: 'cancelled' });
    this.end();
  }

  private hear(text: string): void {
    for (const sign of text) {
      if (sign === XOFF) this.isStopped = true;
      if (sign === XON) this.isStopped = false;
    }
  }

  private turn(): void {
    if (this.now.state !== 'sending') return;
    this.turns += 1;
    if (this.next >= this.pieces.length) {
      const isDone = this.wish.flow === 'XON/XOFF' ? !this.isStopped : this.seconds() >= this.wish.totalSeconds;
      if (!isDone) return;
      this.set({ state: 'done' });
      this.end();
      return;
    }
    if (!this.isWriting && this.mayGo()) void this.sendPiece();
  }

  private seconds(): number {
    return (this.turns * TURN_MS) / 1000;
  }

  private mayGo(): boolean {
    if (this.isStopped) return false;
    if (this.wish.flow === 'XON/XOFF') return true;
    return (this.wish.totalSeconds * this.next) / this.pieces.length <= this.seconds() + AHEAD_SECONDS;
  }

  private async sendPiece(): Promise<void> {
    this.isWriting = true;
    try {
      await this.wish.line.write(this.pieces[this.next]);
      this.next += 1;
      if (this.isOpen()) this.set({ confirmed: this.endsInLine[this.next - 1] });
    } catch {
      this.lost();
    } finally {
      this.isWriting = false;
    }
  }

  private lost(): void {
    if (!this.isOpen()) return;
    this.set({ state: 'broken', broken: { why: 'lost', line: this.now.confirmed } });
    this.end();
  }
}

/** A file in pieces that end behind a comma or a command. */
function inPieces(text: string): string[] {
  const pieces: string[] = [];
  let from = 0;
  while (from < text.length) {
    let to = Math.min(text.length, from + PIECE);
    if (to < text.length) {
      const end = Math.max(
        text.lastIndexOf(';', to - 1),
        text.lastIndexOf('\n', to - 1),
        text.lastIndexOf(',', to - 1),
      );
      if (end >= from) to = end + 1;
    }
    pieces.push(text.slice(from, to));
    from = to;
  }
  return pieces;
}
