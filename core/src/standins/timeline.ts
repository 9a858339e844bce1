import { distance, type Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { passTimes } from './plotter-motion';
import type { StandInPosition } from './stand-in-position';
import { positionOnPath, type PathTrace } from './trace';

/** What a head does, leg by leg: put together in order, then asked for any moment. */
export class Timeline {
  private readonly legs = {
    start: [] as number[],
    end: [] as number[],
    first: [] as number[],
    isDown: [] as number[],
    cutBefore: [] as number[],
    strokesDone: [] as number[],
  };
  private readonly points = { x: [] as number[], y: [] as number[], seconds: [] as number[], line: [] as number[] };
  private clock = 0;
  private cut = 0;
  private strokes = 0;
  private made: PathTrace | null = null;
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
  travel(to: Point, line = 0): void {
    this.go([this.here, to], this.motion.travelSpeedMmS, false, [line, line]);
  }

  /**
   * Follows a way with the tool down.
   * @param isOn for each piece of the way, whether the beam is on; all along where nothing is said
   * @param lines for each point, the file's line that leads to it
   */
  follow(way: Point[], speedMmS: number, lines: readonly number[], isOn?: readonly boolean[]): void {
    if (!isOn || isOn.every(Boolean)) this.go(way, speedMmS, true, lines);
    else this.goInPieces(way, speedMmS, isOn, lines);
    this.strokes += 1;
  }

  wait(seconds: number): void {
    this.clock += seconds;
    this.made = null;
  }

  /** All of it as plain numbers, that can be handed to another thread. */
  trace(): PathTrace {
    const { legs, points } = this;
    this.made ??= {
      kind: 'path',
      totalSeconds: this.clock,
      cutMm: this.cut,
      start: Float64Array.from(legs.start),
      end: Float64Array.from(legs.end),
      first: Uint32Array.from(legs.first),
      isDown: Uint8Array.from(legs.isDown),
      cutBefore: Float64Array.from(legs.cutBefore),
      strokesDone: Uint32Array.from(legs.strokesDone),
      x: Float64Array.from(points.x),
      y: Float64Array.from(points.y),
      seconds: Float64Array.from(points.seconds),
      line: Uint32Array.from(points.line),
    };
    return this.made;
  }

  positionAt(seconds: number): StandInPosition {
    return positionOnPath(this.trace(), seconds);
  }

  private go(way: Point[], speed: number, isDown: boolean, lines: readonly number[]): void {
    this.add(way, passTimes(way, speed, this.motion), isDown, lines);
  }

  /** One way at one speed, as a leg for each stretch with the beam on or off. */
  private goInPieces(way: Point[], speed: number, isOn: readonly boolean[], lines: readonly number[]): void {
    const times = passTimes(way, speed, this.motion);
    let from = 0;
    for (let i = 1; i <= isOn.length; i++) {
      if (i < isOn.length && isOn[i] === isOn[from]) continue;
      const since = times[from];
      this.add(
        way.slice(from, i + 1),
        times.slice(from, i + 1).map((time) => time - since),
        isOn[from],
        lines.slice(from, i + 1),
      );
      from = i;
    }
  }

  private add(way: Point[], times: readonly number[], isDown: boolean, lines: readonly number[]): void {
    const { legs, points } = this;
    legs.start.push(this.clock);
    legs.first.push(points.x.length);
    legs.isDown.push(isDown ? 1 : 0);
    legs.cutBefore.push(this.cut);
    legs.strokesDone.push(this.strokes);
    this.clock += times[times.length - 1];
    legs.end.push(this.clock);
    way.forEach((point, i) => {
      points.x.push(point.x);
      points.y.push(point.y);
      points.seconds.push(times[i]);
      points.line.push(lines[i] ?? 0);
      if (isDown && i > 0) this.cut += distance(way[i - 1], point);
    });
    this.here = way[way.length - 1];
    this.made = null;
  }
}
