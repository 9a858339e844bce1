import { distance, type Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { passTimes } from './plotter-motion';
import type { StandInPosition } from './stand-in';

interface Leg {
  start: number;
  end: number;
  way: Point[];
  /** Seconds from `start` at each point of the way. */
  times: number[];
  isDown: boolean;
  cutBefore: number;
  strokesDone: number;
}

/** What a head does, leg by leg: put together in order, then asked for any moment. */
export class Timeline {
  private readonly legs: Leg[] = [];
  private clock = 0;
  private cut = 0;
  private strokes = 0;
  constructor(
    private readonly motion: MotionLimits,
    /** Where the head stands at first. */
    private here: Point = { x: 0, y: 0 },
  ) {}

  get totalSeconds(): number {
    return this.clock;
  }

  get cutMm(): number {
    return this.cut;
  }

  /** Goes to a point with the tool up. */
  travel(to: Point): void {
    this.go([this.here, to], this.motion.travelSpeedMmS, false);
  }

  /** Follows a way with the tool down. */
  follow(way: Point[], speedMmS: number): void {
    this.go(way, speedMmS, true);
    this.strokes += 1;
  }

  wait(seconds: number): void {
    this.clock += seconds;
  }

  positionAt(seconds: number): StandInPosition {
    const leg = this.legAt(seconds);
    if (!leg) return { at: { x: 0, y: 0 }, isDown: false, cutMm: 0, strokesDone: 0 };
    const since = Math.min(Math.max(0, seconds - leg.start), leg.end - leg.start);
    let i = leg.times.findIndex((t) => t >= since);
    if (i < 1) i = Math.min(1, leg.way.length - 1);
    const [from, to] = [leg.way[Math.max(0, i - 1)], leg.way[i]];
    const span = leg.times[i] - leg.times[Math.max(0, i - 1)];
    const share = span > 0 ? (since - leg.times[i - 1]) / span : 1;
    let cutMm = leg.cutBefore;
    if (leg.isDown) {
      for (let k = 1; k < i; k++) cutMm += distance(leg.way[k - 1], leg.way[k]);
      cutMm += share * distance(from, to);
    }
    return {
      at: { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share },
      isDown: leg.isDown && seconds < leg.end,
      cutMm,
      strokesDone: leg.isDown && seconds >= leg.end ? leg.strokesDone + 1 : leg.strokesDone,
    };
  }

  private go(way: Point[], speed: number, isDown: boolean): void {
    const times = passTimes(way, speed, this.motion);
    const start = this.clock;
    this.clock += times[times.length - 1];
    this.legs.push({ start, end: this.clock, way, times, isDown, cutBefore: this.cut, strokesDone: this.strokes });
    if (isDown) for (let i = 1; i < way.length; i++) this.cut += distance(way[i - 1], way[i]);
    this.here = way[way.length - 1];
  }

  /** The last leg that has begun (legs are in order of time). */
  private legAt(seconds: number): Leg | undefined {
    let low = 0;
    let high = this.legs.length - 1;
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (this.legs[middle].start <= seconds) low = middle;
      else high = middle - 1;
    }
    return this.legs[low];
  }
}
