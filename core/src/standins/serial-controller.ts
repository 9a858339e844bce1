import type { Point } from '../geometry';
import type { Machine } from '../machines';

/** What a simulated controller does at the end of its line. */
type Doing = 'Idle' | 'Run' | 'Hold' | 'Alarm';

export interface ControllerWish {
  machine: Pick<Machine, 'workWidthMm' | 'workLengthMm' | 'motion'>;
  /** Characters that it takes before it has worked them off. */
  bufferCharacters: number;
  /** Moves that it plans ahead: a line is answered when its move has found a place there. */
  plannedMoves?: number;
  /** Where its zero lies on the bed, counted from the near left corner: beyond the bed it stops with an alarm. */
  zero?: Point;
}

interface Move {
  to: Point;
  seconds: number;
  isOn: boolean;
}

const KNOWN = /^([GMSFXYIJN][-+.\d]*)+$/;

/**
 * A laser's controller at the end of a serial line, simulated: it takes characters into a buffer that can overflow, answers lines in
 * order, moves in its own time, holds, goes on and resets, and stops with an alarm at the end of its bed, in which it takes nothing but what unlocks or homes it. Time passes only when it
 * is told so.
 */
export class SerialController {
  /** Lines as they were worked off. */
  readonly taken: string[] = [];
  /** Whether a character was lost because its buffer was full: a sender must never let that happen. */
  hasOverflown = false;
  isBeamOn = false;
  isPlugged = true;
  private buffer = '';
  private readonly moves: Move[] = [];
  private doing: Doing = 'Idle';
  private at: Point = { x: 0, y: 0 };
  private planned: Point = { x: 0, y: 0 };
  private left = 0;
  private isBeamArmed = false;
  private power = 0;
  private feed = 0;
  private motion = 0;
  private isAbsolute = true;
  private answer: (text: string) => void = () => undefined;

  constructor(private readonly wish: ControllerWish) {}

  /** Who hears what it answers. */
  onAnswer(listen: (text: string) => void): void {
    this.answer = listen;
  }

  unplug(): void {
    this.isPlugged = false;
  }

  get position(): Point {
    return this.at;
  }

  get state(): Doing {
    return this.doing;
  }

  /** Takes characters. Single ones for asking, holding, going on and resetting are acted on at once. */
  receive(text: string): void {
    for (const sign of text) {
      if (sign === '?') this.report();
      else if (sign === '!') this.hold();
      else if (sign === '~') this.goOn();
      else if (sign === '\u0018') this.reset();
      else if (this.buffer.length >= this.wish.bufferCharacters) this.hasOverflown = true;
      else this.buffer += sign;
    }
    this.work();
  }

  /** Lets so many seconds pass. */
  advance(seconds: number): void {
    let time = seconds;
    while (this.doing === 'Run' && this.moves.length > 0 && time > 0) {
      const [move] = this.moves;
      if (this.left === 0) this.left = move.seconds;
      const step = Math.min(time, this.left);
      const share = this.left > 0 ? step / this.left : 1;
      this.at = { x: this.at.x + (move.to.x - this.at.x) * share, y: this.at.y + (move.to.y - this.at.y) * share };
      this.isBeamOn = move.isOn;
      time -= step;
      this.left -= step;
      if (this.left <= 1e-9) {
        this.left = 0;
        this.moves.shift();
        this.work();
      }
    }
    if (this.moves.length === 0 && this.doing === 'Run') {
      this.doing = 'Idle';
      this.isBeamOn = false;
    }
  }

  private hold(): void {
    if (this.doing === 'Run') this.doing = 'Hold';
    this.isBeamOn = false;
  }

  private goOn(): void {
    if (this.doing === 'Hold') this.doing = 'Run';
  }

  private reset(): void {
    this.buffer = '';
    this.moves.length = 0;
    this.left = 0;
    this.planned = this.at;
    this.isBeamOn = false;
    this.isBeamArmed = false;
    this.power = 0;
    if (this.doing !== 'Alarm') this.doing = 'Idle';
  }

  private report(): void {
    const { x, y } = this.at;
    this.answer(
      `<${this.doing}|MPos:${x.toFixed(3)},${y.toFixed(3)},0.000|FS:${Math.round(this.feed)},${Math.round(this.power)}>\r\n`,
    );
  }

  private work(): void {
    for (;;) {
      const end = this.buffer.indexOf('\n');
      if (end < 0 || this.moves.length >= (this.wish.plannedMoves ?? 15)) return;
      const line = this.buffer.slice(0, end).trim();
      this.buffer = this.buffer.slice(end + 1);
      this.answer(`${this.run(line)}\r\n`);
    }
  }

  /** Does what a line says. Returns its answer. */
  private run(line: string): string {
    const bare = line.replace(/\s+/g, '').toUpperCase();
    if (bare !== '' && !KNOWN.test(bare) && !/^\$[XH]$/.test(bare)) return 'error:2';
    if (bare === '$X' || bare === '$H') return this.clear(bare === '$H');
    if (this.doing === 'Alarm' && bare !== '') return 'error:9';
    this.taken.push(line);
    const target: { x?: number; y?: number } = {};
    for (const word of bare.match(/[A-Z][-+.\d]*/g) ?? []) {
      const value = Number(word.slice(1));
      if (!Number.isFinite(value) || word.length < 2) return 'error:2';
      if (word[0] === 'X') target.x = value;
      else if (word[0] === 'Y') target.y = value;
      else if (word[0] === 'F') this.feed = value;
      else if (word[0] === 'S') this.power = value;
      else if (word === 'G0' || word === 'G1') this.motion = value;
      else if (word === 'G90' || word === 'G91') this.isAbsolute = value === 90;
      else if (word === 'M3' || word === 'M4' || word === 'M5') this.isBeamArmed = value !== 5;
      else if (!/^(G21|G28|G92|M[789]|N\d+)$/.test(word)) return 'error:20';
    }
    if (bare === 'G28') Object.assign(target, { x: 0, y: 0 });
    if (/^G92/.test(bare)) {
      this.at = this.planned = { x: target.x ?? this.planned.x, y: target.y ?? this.planned.y };
      return 'ok';
    }
    if (target.x === undefined && target.y === undefined) return 'ok';
    if (this.motion === 1 && this.feed <= 0) return 'error:22';
    return this.move(target);
  }

  /** Out of an alarm; homed, it has found its zero by its switches too. */
  private clear(homes: boolean): string {
    if (this.doing === 'Run' || this.doing === 'Hold') return 'error:8';
    this.doing = 'Idle';
    if (homes) this.at = this.planned = { x: 0, y: 0 };
    return 'ok';
  }

  private move({ x, y }: { x?: number; y?: number }): string {
    const from = this.planned;
    const to = this.isAbsolute ? { x: x ?? from.x, y: y ?? from.y } : { x: from.x + (x ?? 0), y: from.y + (y ?? 0) };
    const { workWidthMm, workLengthMm, motion } = this.wish.machine;
    const zero = this.wish.zero ?? { x: 0, y: 0 };
    const [bedX, bedY] = [to.x + zero.x, to.y + zero.y];
    if (bedX < -0.01 || bedY < -0.01 || bedX > workWidthMm + 0.01 || bedY > workLengthMm + 0.01) {
      this.reset();
      this.doing = 'Alarm';
      return 'ALARM:2';
    }
    const speed = this.motion === 1 ? this.feed / 60 : motion.travelSpeedMmS;
    this.planned = to;
    this.moves.push({
      to,
      seconds: Math.hypot(to.x - from.x, to.y - from.y) / Math.max(speed, 0.1),
      isOn: this.motion === 1 && this.isBeamArmed && this.power > 0,
    });
    if (this.doing === 'Idle') this.doing = 'Run';
    return 'ok';
  }
}
