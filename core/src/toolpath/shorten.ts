import Flatbush from 'flatbush';
import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';
import type { Point } from '../geometry';
import type { Around } from './inside-first';

/** A line to be run: where the tool comes down on it, and where it leaves it. */
export interface Leg {
  entry: Point;
  exit: Point;
}

/** A line in its turn; run from its exit to its entry where it is turned round. */
export interface LegTurn {
  leg: number;
  isTurned: boolean;
}

/** So many of the lines that lie nearest are tried as neighbours. */
const NEAREST = 7;
/** Stretches of up to so many lines are moved elsewhere as one (Or 1976). */
const LONGEST_MOVED = 3;
/** A gain below this is rounding, in mm. */
const LEAST_GAIN_MM = 1e-7;
/** A shake changes three places that are at most so many lines apart. */
const SHAKE_SPAN = 30;
const SEED = 20;

/**
 * A shorter order of lines, from a good one: stretches are turned round (2-opt, Croes 1958) and moved (Or-opt, Or 1976) wherever
 * that is shorter, between near neighbours only; then the order is shaken in one place and mended, again and again, and what came
 * out is kept where it is no longer (iterated local search; Lourenço, Martin, Stützle 2003). A line never comes after one that has
 * to wait for it.
 * @param turns the order to begin with; it holds what `around` asks for
 * @param home where the tool comes from, and goes at the end
 * @param around for each leg, those that have to wait for it
 * @param shakes how often it is shaken
 */
export function shortenedOrder(
  legs: readonly Leg[],
  turns: readonly LegTurn[],
  home: Point,
  around: Around,
  shakes: number,
): LegTurn[] {
  return turns.length < 3 ? [...turns] : new Order(legs, turns, home, around).shortened(shakes);
}

class Order {
  /** Legs by their place; 0 and n + 1 are home. */
  private readonly at: Int32Array;
  private readonly place: Int32Array;
  private readonly turned: Uint8Array;
  private readonly inX: Float64Array;
  private readonly inY: Float64Array;
  private readonly outX: Float64Array;
  private readonly outY: Float64Array;
  private readonly near: Int32Array[];
  private readonly inside: number[][];
  private readonly isFree: boolean;
  private readonly waiting: number[] = [];
  private readonly isWaiting: Uint8Array;
  /** Stretches turned round since the last shake, to be turned back. */
  private done: number[] = [];
  private readonly n: number;

  constructor(
    legs: readonly Leg[],
    turns: readonly LegTurn[],
    home: Point,
    private readonly around: Around,
  ) {
    const n = (this.n = turns.length);
    const size = legs.length;
    // Home is the last leg, and stands at both ends.
    this.inX = Float64Array.from([...legs.map(({ entry }) => entry.x), home.x]);
    this.inY = Float64Array.from([...legs.map(({ entry }) => entry.y), home.y]);
    this.outX = Float64Array.from([...legs.map(({ exit }) => exit.x), home.x]);
    this.outY = Float64Array.from([...legs.map(({ exit }) => exit.y), home.y]);
    this.at = Int32Array.from([size, ...turns.map(({ leg }) => leg), size]);
    this.place = new Int32Array(size + 1);
    this.turned = new Uint8Array(size + 1);
    turns.forEach(({ leg, isTurned }, i) => {
      this.place[leg] = i + 1;
      this.turned[leg] = isTurned ? 1 : 0;
    });
    this.isWaiting = new Uint8Array(size + 1);
    this.inside = legs.map(() => []);
    for (const { leg } of turns) for (const outer of around[leg]) this.inside[outer].push(leg);
    this.isFree = turns.every(({ leg }) => around[leg].length === 0);
    this.near = nearestLegs(legs, turns);
    for (let i = n; i >= 1; i--) this.wake(this.at[i]);
  }

  shortened(shakes: number): LegTurn[] {
    this.settle();
    const chance = xoroshiro128plus(SEED);
    const upTo = (most: number): number => unsafeUniformIntDistribution(1, most, chance);
    for (let i = 0; i < shakes && this.n >= 8; i++) {
      const span = Math.max(1, Math.min(SHAKE_SPAN, Math.floor((this.n - 1) / 3)));
      const from = upTo(Math.max(1, this.n - 2 * span));
      const middle = from + upTo(span) - 1;
      const to = Math.min(this.n, middle + upTo(span));
      this.done = [];
      const before = this.swapGain(from, middle, to);
      if (!this.maySwap(from, middle, to)) continue;
      this.swap(from, middle, to);
      const gain = before + this.settle();
      if (gain < -LEAST_GAIN_MM)
        for (let k = this.done.length - 2; k >= 0; k -= 2) this.turn(this.done[k], this.done[k + 1]);
    }
    return Array.from({ length: this.n }, (_, i) => {
      const leg = this.at[i + 1];
      return { leg, isTurned: this.turned[leg] === 1 };
    });
  }

  /** Mends wherever something was woken. Returns what that made shorter, in mm. */
  private settle(): number {
    let gain = 0;
    while (this.waiting.length > 0) {
      const leg = this.waiting.pop()!;
      this.isWaiting[leg] = 0;
      for (let got = this.improve(leg); got > 0; got = this.improve(leg)) gain += got;
    }
    return gain;
  }

  private wake(leg: number): void {
    if (this.isWaiting[leg] || leg === this.near.length) return;
    this.isWaiting[leg] = 1;
    this.waiting.push(leg);
  }

  /** Makes the first change round a leg that is shorter. Returns by how much; 0 where there is none. */
  private improve(leg: number): number {
    const p = this.place[leg];
    const after = this.link(p, p + 1);
    const before = this.link(p - 1, p);
    for (const other of this.near[leg]) {
      const q = this.place[other];
      // The way on from it leads to the other's end: what lies between is turned round.
      let gain = after - this.outOut(p, q);
      // Nothing is won by a way that is longer than the one it stands for.
      if (gain > 0) gain += this.link(q, q + 1) - this.inIn(p + 1, q + 1);
      if (gain > LEAST_GAIN_MM && this.turnIfAllowed(Math.min(p, q) + 1, Math.max(p, q))) return gain;
      // The way to it comes from the other's start.
      gain = before - this.inIn(p, q);
      if (gain > 0) gain += this.link(q - 1, q) - this.outOut(p - 1, q - 1);
      if (gain > LEAST_GAIN_MM && this.turnIfAllowed(Math.min(p, q), Math.max(p, q) - 1)) return gain;
    }
    for (let length = 1; length <= LONGEST_MOVED; length++) {
      const gain =
        this.improveByMove(leg, p, p + length - 1) || (length > 1 ? this.improveByMove(leg, p - length + 1, p) : 0);
      if (gain > 0) return gain;
    }
    return 0;
  }

  /** Moves a stretch beside a neighbour of one of its ends, turned round or not. */
  private improveByMove(leg: number, s: number, t: number): number {
    if (s < 1 || t > this.n) return 0;
    const saved = this.link(s - 1, s) + this.link(t, t + 1) - this.link(s - 1, t + 1);
    if (saved <= LEAST_GAIN_MM) return 0;
    for (const other of this.near[leg]) {
      const q = this.place[other];
      if (q >= s && q <= t) continue;
      for (let k = q - 1; k <= q; k++) {
        // Between the places k and k + 1.
        if (k >= s - 1 && k <= t) continue;
        const most = saved + this.link(k, k + 1);
        let straight = most - this.link(k, s);
        if (straight > LEAST_GAIN_MM) straight -= this.link(t, k + 1);
        let turned = most - this.outOut(k, t);
        if (turned > LEAST_GAIN_MM) turned -= this.inIn(s, k + 1);
        const gain = turned > straight ? turned : straight;
        if (gain > LEAST_GAIN_MM && this.moveIfAllowed(s, t, k, turned > straight)) return gain;
      }
    }
    return 0;
  }

  private turnIfAllowed(from: number, to: number): boolean {
    if (from >= to || !this.mayTurn(from, to)) return false;
    this.turn(from, to);
    this.done.push(from, to);
    this.wakeAt(from - 1, from, to, to + 1);
    return true;
  }

  private moveIfAllowed(s: number, t: number, k: number, isTurned: boolean): boolean {
    if (isTurned && !this.mayTurn(s, t)) return false;
    const [from, middle, to] = k > t ? [s, t, k] : [k + 1, s - 1, t];
    if (!this.maySwap(from, middle, to)) return false;
    if (isTurned) {
      this.turn(s, t);
      this.done.push(s, t);
    }
    this.swap(from, middle, to);
    return true;
  }

  /** Whether no line would come after one that waits for it, if a stretch were turned round. */
  private mayTurn(from: number, to: number): boolean {
    if (this.isFree) return true;
    for (let i = from; i < to; i++) {
      for (const outer of this.around[this.at[i]]) if (this.place[outer] > i && this.place[outer] <= to) return false;
    }
    return true;
  }

  /** The same, if two stretches that follow each other changed places. */
  private maySwap(from: number, middle: number, to: number): boolean {
    if (this.isFree) return true;
    if (middle - from <= to - middle) {
      for (let i = from; i <= middle; i++)
        for (const outer of this.around[this.at[i]])
          if (this.place[outer] > middle && this.place[outer] <= to) return false;
    } else {
      for (let i = middle + 1; i <= to; i++)
        for (const inner of this.inside[this.at[i]])
          if (this.place[inner] >= from && this.place[inner] <= middle) return false;
    }
    return true;
  }

  /** What it saves that two stretches change places, mm. */
  private swapGain(from: number, middle: number, to: number): number {
    return (
      this.link(from - 1, from) +
      this.link(middle, middle + 1) +
      this.link(to, to + 1) -
      this.link(from - 1, middle + 1) -
      this.link(to, from) -
      this.link(middle, to + 1)
    );
  }

  /** Lets the stretches from–middle and middle+1–to change places: all turned round, and each turned back. */
  private swap(from: number, middle: number, to: number): void {
    const cut = from + (to - middle);
    this.turn(from, to);
    this.turn(from, cut - 1);
    this.turn(cut, to);
    this.done.push(from, to, from, cut - 1, cut, to);
    this.wakeAt(from - 1, from, cut - 1, cut, to, to + 1);
  }

  private turn(from: number, to: number): void {
    const { at, place, turned } = this;
    let i = from;
    let j = to;
    while (i <= j) {
      const a = at[i];
      const b = at[j];
      at[i] = b;
      at[j] = a;
      place[b] = i;
      place[a] = j;
      turned[a] ^= 1;
      if (i !== j) turned[b] ^= 1;
      i += 1;
      j -= 1;
    }
  }

  private wakeAt(...places: number[]): void {
    for (const place of places) this.wake(this.at[place]);
  }

  /** From where the tool leaves one place to where it comes down at another, mm. */
  private link(p: number, q: number): number {
    const a = this.at[p];
    const b = this.at[q];
    return apart(this.leaveX(a) - this.comeX(b), this.leaveY(a) - this.comeY(b));
  }

  private outOut(p: number, q: number): number {
    const a = this.at[p];
    const b = this.at[q];
    return apart(this.leaveX(a) - this.leaveX(b), this.leaveY(a) - this.leaveY(b));
  }

  private inIn(p: number, q: number): number {
    const a = this.at[p];
    const b = this.at[q];
    return apart(this.comeX(a) - this.comeX(b), this.comeY(a) - this.comeY(b));
  }

  private comeX(leg: number): number {
    return this.turned[leg] ? this.outX[leg] : this.inX[leg];
  }

  private comeY(leg: number): number {
    return this.turned[leg] ? this.outY[leg] : this.inY[leg];
  }

  private leaveX(leg: number): number {
    return this.turned[leg] ? this.inX[leg] : this.outX[leg];
  }

  private leaveY(leg: number): number {
    return this.turned[leg] ? this.inY[leg] : this.outY[leg];
  }
}

/** Looked up once: this is asked some million times for an order. */
const { sqrt } = Math;
/** Math.hypot looks after numbers that are far too large for a bed, and takes ten times as long. */
const apart = (x: number, y: number): number => sqrt(x * x + y * y);

/** For each leg those whose ends lie nearest to its own. */
function nearestLegs(legs: readonly Leg[], turns: readonly LegTurn[]): Int32Array[] {
  const tree = new Flatbush(turns.length * 2);
  for (const { leg } of turns) {
    const { entry, exit } = legs[leg];
    tree.add(entry.x, entry.y, entry.x, entry.y);
    tree.add(exit.x, exit.y, exit.x, exit.y);
  }
  tree.finish();
  const near = legs.map(() => new Int32Array(0));
  for (const { leg } of turns) {
    const { entry, exit } = legs[leg];
    const found = new Set<number>();
    const isPoint = entry.x === exit.x && entry.y === exit.y;
    for (const end of isPoint ? [entry] : [entry, exit])
      for (const i of tree.neighbors(end.x, end.y, 2 * NEAREST + 2)) {
        const other = turns[i >> 1].leg;
        if (other !== leg) found.add(other);
      }
    near[leg] = Int32Array.from([...found].slice(0, isPoint ? NEAREST : 2 * NEAREST));
  }
  return near;
}
