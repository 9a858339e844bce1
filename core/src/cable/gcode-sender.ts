import { BaseSender } from './base-sender';
import type { Broken, CableLine, Every, Sender } from './line';

export interface GcodeSenderWish {
  line: CableLine;
  /** The file; empty lines and remarks are not sent. */
  text: string;
  /** One line after the other, or so many as the machine's buffer takes. */
  flow: 'line by line' | 'counted characters';
  /** Of the machine, for counted characters. */
  bufferCharacters?: number;
  every: Every;
}

/** So many characters most controllers take. */
const USUAL_BUFFER = 127;
/** So often the machine is asked where it is, in ms. */
const ASK_MS = 100;
/** Said at any time, between two lines, and acted on at once. */
const ASK = '?';
const HOLD = '!';
const GO_ON = '~';
const RESET = '\u0018';

/**
 * Sends G-code line by line to a controller that answers each with “ok” or “error:n”, tells where it is on “?”, and holds, goes on
 * and resets on single characters. What is sent and not answered never is more than its buffer takes. A refused line, an alarm and a
 * lost cable end it with what was confirmed last; wherever the line still stands the machine is reset, which turns its beam off.
 */
export class GcodeSender extends BaseSender implements Sender {
  /** Lines of the file with their numbers in it, from 1. */
  private readonly lines: { number: number; text: string }[];
  /** Lengths of what is sent and not yet answered. */
  private readonly sent: number[] = [];
  private next = 0;
  private heard = '';
  private isWriting = false;

  constructor(private readonly wish: GcodeSenderWish) {
    const lines = sentLines(wish.text);
    super(lines.length);
    this.lines = lines;
  }

  start(): void {
    if (this.now.state !== 'waiting') return;
    const { line, every } = this.wish;
    this.endWith(
      line.onText((text) => this.hear(text)),
      line.onLost(() => this.breakOff({ why: 'lost', line: this.lineAt(this.now.confirmed) })),
      every(ASK_MS, () => this.isOpen() && this.say(ASK)),
    );
    this.set({ state: 'sending' });
    void this.sendMore();
  }

  hold(): void {
    if (this.now.state !== 'sending') return;
    this.say(HOLD);
    this.set({ state: 'held' });
  }

  resume(): void {
    if (this.now.state !== 'held') return;
    this.say(GO_ON);
    this.set({ state: 'sending' });
    void this.sendMore();
  }

  cancel(): void {
    if (!this.isOpen()) return;
    // Held first, so that it stops where it is; reset, so that its beam is off and nothing is left in its buffer.
    this.say(HOLD + RESET);
    this.set({ state: 'cancelled' });
    this.end();
  }

  private say(text: string): void {
    this.wish.line.write(text).catch(() => this.breakOff({ why: 'lost', line: this.lineAt(this.now.confirmed) }));
  }

  private room(): number {
    if (this.wish.flow === 'line by line') return this.sent.length === 0 ? Infinity : 0;
    return (this.wish.bufferCharacters ?? USUAL_BUFFER) - this.sent.reduce((sum, length) => sum + length, 0);
  }

  private async sendMore(): Promise<void> {
    if (this.isWriting) return;
    this.isWriting = true;
    try {
      while (this.now.state === 'sending' && this.next < this.lines.length) {
        const text = `${this.lines[this.next].text}\n`;
        if (text.length > this.room() && this.sent.length > 0) break;
        this.next += 1;
        this.sent.push(text.length);
        await this.wish.line.write(text);
      }
    } catch {
      this.breakOff({ why: 'lost', line: this.lineAt(this.now.confirmed) });
    } finally {
      this.isWriting = false;
    }
  }

  private hear(text: string): void {
    this.heard += text;
    const lines = this.heard.split(/\r?\n/);
    this.heard = lines.pop() ?? '';
    for (const line of lines) this.take(line.trim());
  }

  private take(answer: string): void {
    if (!this.isOpen()) return;
    const alarm = /^alarm:?\s*(.*)$/i.exec(answer);
    if (answer === 'ok') this.confirm();
    else if (answer.startsWith('error')) this.refused(answer);
    else if (alarm) this.breakOff({ why: 'alarm', line: this.lineAt(this.now.confirmed), said: alarm[1] || answer });
    else if (answer.startsWith('<')) this.report(answer);
  }

  private confirm(): void {
    if (this.sent.length === 0) return;
    this.sent.shift();
    const confirmed = this.now.confirmed + 1;
    this.set({ confirmed });
    void this.sendMore();
  }

  private refused(answer: string): void {
    const at = Math.min(this.now.confirmed, this.lines.length - 1);
    const { number, text } = this.lines[at] ?? { number: 0, text: '' };
    this.say(HOLD + RESET);
    this.breakOff({ why: 'refused', line: number, text, said: answer });
  }

  /** A report such as “<Run|MPos:10.000,20.000,0.000|FS:1200,400>”: what it does, and where. */
  private report(answer: string): void {
    const fields = answer.slice(1).replace(/>.*$/, '').split('|');
    const place = fields
      .find((field) => /^[MW]Pos:/.test(field))
      ?.slice(5)
      .split(',')
      .map(Number);
    const at =
      place && place.length >= 2 && place.slice(0, 2).every(Number.isFinite) ? { x: place[0], y: place[1] } : null;
    const says = fields[0];
    if (/^alarm/i.test(says)) {
      this.breakOff({ why: 'alarm', line: this.lineAt(this.now.confirmed), said: says });
      return;
    }
    this.set({ at: at ?? this.now.at, says });
    // All is taken; it is done once the machine stands still.
    if (this.now.state === 'sending' && this.now.confirmed === this.lines.length && /^idle/i.test(says)) {
      this.set({ state: 'done' });
      this.end();
    }
  }

  /** The number in the file of the last line that is confirmed; 0 where none is. */
  private lineAt(confirmed: number): number {
    return confirmed > 0 ? this.lines[Math.min(confirmed, this.lines.length) - 1].number : 0;
  }

  private breakOff(broken: Broken): void {
    if (!this.isOpen()) return;
    this.set({ state: 'broken', broken });
    this.end();
  }
}

/** What of a G-code file is sent: lines that are neither empty nor remarks alone, with their numbers in it from 1. */
export function sentLines(text: string): { number: number; text: string }[] {
  return text
    .split(/\r?\n/)
    .map((line, i) => ({
      number: i + 1,
      text: line
        .replace(/\([^)]*\)/g, '')
        .replace(/;.*/, '')
        .trim(),
    }))
    .filter((line) => line.text !== '');
}
