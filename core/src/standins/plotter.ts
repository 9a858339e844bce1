import type { Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { readHpgl, type Frame } from '../output';
import type { StandIn } from './stand-in';
import type { StandInPosition } from './stand-in-position';
import { Timeline } from './timeline';
import type { Trace } from './trace';

/** What is dialled in on the stand-in's front panel: true physical values behind its knobs. */
export interface PlotterPanel {
  speedMmS: number;
  forceGf: number;
  depthMm: number | null;
}

/** A plotter that is not there: it takes an HP-GL file and moves as a real one would. */
export class StandInPlotter implements StandIn {
  readonly totalSeconds: number;
  readonly cutMm: number;
  /** Force and speed the strokes were cut with: the file's where it says so, the panel's otherwise. */
  readonly cutWith: PlotterPanel;
  private readonly timeline: Timeline;

  /**
   * Loads a file.
   * @throws SyntaxError where the file cannot be read or holds commands the stand-in does not know
   */
  constructor(hpgl: string, panel: PlotterPanel, motion: MotionLimits, zero: Frame = { x: 0, y: 0 }) {
    const { strokes, end, unread } = readHpgl(hpgl);
    if (unread.length > 0) throw new SyntaxError(`The plotter does not know the HP-GL commands ${unread.join(', ')}.`);
    const onSheet = ({ x, y }: Point): Point => ({ x: x + zero.x, y: y + zero.y });
    this.timeline = new Timeline(motion, zero);
    for (const stroke of strokes) {
      const way = stroke.points.map(onSheet);
      this.timeline.travel(way[0], stroke.line);
      this.timeline.wait(motion.headDownSeconds);
      this.timeline.follow(
        way,
        Math.min(stroke.speedMmS ?? panel.speedMmS, motion.topSpeedMmS),
        way.map(() => stroke.line),
      );
      this.timeline.wait(motion.headUpSeconds);
    }
    this.timeline.travel(onSheet(end));
    this.totalSeconds = this.timeline.totalSeconds;
    this.cutMm = this.timeline.cutMm;
    const [first] = strokes;
    this.cutWith = {
      speedMmS: Math.min(first?.speedMmS ?? panel.speedMmS, motion.topSpeedMmS),
      forceGf: first?.forceGf ?? panel.forceGf,
      depthMm: panel.depthMm,
    };
  }

  /** Where the head is, `seconds` after the start (machine time). */
  positionAt(seconds: number): StandInPosition {
    return this.timeline.positionAt(seconds);
  }

  trace(): Trace {
    return this.timeline.trace();
  }
}
