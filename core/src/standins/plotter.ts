import type { Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { readHpgl, type PlottedStroke } from '../output';
import { passTimes } from './plotter-motion';

/** What is dialled in on the stand-in's front panel: true physical values behind its knobs. */
export interface PlotterPanel {
  speedMmS: number;
  forceGf: number;
  depthMm: number | null;
}

/** Where the stand-in is at a moment of its run. */
export interface PlotterPosition {
  at: Point;
  isDown: boolean;
  /** Tool-down way behind it, in mm. */
  cutMm: number;
  strokesDone: number;
}

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

/** A plotter that is not there: it takes an HP-GL file and moves as a real one would. */
export class StandInPlotter {
  readonly totalSeconds: number;
  readonly cutMm: number;
  /** Force and speed the strokes were cut with: the file's where it says so, the panel's otherwise. */
  readonly cutWith: PlotterPanel;
  private readonly legs: Leg[] = [];

  /**
   * Loads a file.
   * @throws SyntaxError where the file cannot be read or holds commands the stand-in does not know
   */
  constructor(hpgl: string, panel: PlotterPanel, motion: MotionLimits) {
    const { strokes, end, unread } = readHpgl(hpgl);
    if (unread.length > 0) throw new SyntaxError(`The plotter does not know the HP-GL commands ${unread.join(', ')}.`);
    let clock = 0;
    let cut = 0;
    let here: Point = { x: 0, y: 0 };
    const go = (way: Point[], speed: number, isDown: boolean, strokesDone: number) => {
      const times = passTimes(way, speed, motion);
      const start = clock;
      clock += times[times.length - 1];
      this.legs.push({ start, end: clock, way, times, isDown, cutBefore: cut, strokesDone });
      if (isDown) for (let i = 1; i < way.length; i++) cut += Math.hypot(way[i].x - way[i - 1].x, way[i].y - way[i - 1].y);
      here = way[way.length - 1];
    };
    strokes.forEach((stroke: PlottedStroke, i) => {
      go([here, stroke.points[0]], motion.travelSpeedMmS, false, i);
      clock += motion.headDownSeconds;
      go(stroke.points, Math.min(stroke.speedMmS ?? panel.speedMmS, motion.topSpeedMmS), true, i);
      clock += motion.headUpSeconds;
    });
    go([here, end], motion.travelSpeedMmS, false, strokes.length);
    this.totalSeconds = clock;
    this.cutMm = cut;
    const [first] = strokes;
    this.cutWith = {
      speedMmS: Math.min(first?.speedMmS ?? panel.speedMmS, motion.topSpeedMmS),
      forceGf: first?.forceGf ?? panel.forceGf,
      depthMm: panel.depthMm,
    };
  }

  /** Where the head is, `seconds` after the start (machine time). */
  positionAt(seconds: number): PlotterPosition {
    const leg = this.legAt(seconds);
    const since = Math.min(Math.max(0, seconds - leg.start), leg.end - leg.start);
    let i = leg.times.findIndex((t) => t >= since);
    if (i < 1) i = Math.min(1, leg.way.length - 1);
    const [from, to] = [leg.way[Math.max(0, i - 1)], leg.way[i]];
    const span = leg.times[i] - leg.times[Math.max(0, i - 1)];
    const share = span > 0 ? (since - leg.times[i - 1]) / span : 1;
    let cutMm = leg.cutBefore;
    if (leg.isDown) {
      for (let k = 1; k < i; k++) cutMm += Math.hypot(leg.way[k].x - leg.way[k - 1].x, leg.way[k].y - leg.way[k - 1].y);
      cutMm += share * Math.hypot(to.x - from.x, to.y - from.y);
    }
    return {
      at: { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share },
      isDown: leg.isDown && seconds < leg.end,
      cutMm,
      strokesDone: leg.isDown && seconds >= leg.end ? leg.strokesDone + 1 : leg.strokesDone,
    };
  }

  /** The last leg that has begun (legs are in order of time). */
  private legAt(seconds: number): Leg {
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
