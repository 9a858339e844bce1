import type { MotionLimits } from '../machines';
import { readHpgl } from '../output';
import type { StandIn, StandInPosition } from './stand-in';
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
  constructor(hpgl: string, panel: PlotterPanel, motion: MotionLimits) {
    const { strokes, end, unread } = readHpgl(hpgl);
    if (unread.length > 0) throw new SyntaxError(`The plotter does not know the HP-GL commands ${unread.join(', ')}.`);
    this.timeline = new Timeline(motion);
    for (const stroke of strokes) {
      this.timeline.travel(stroke.points[0]);
      this.timeline.wait(motion.headDownSeconds);
      this.timeline.follow(stroke.points, Math.min(stroke.speedMmS ?? panel.speedMmS, motion.topSpeedMmS));
      this.timeline.wait(motion.headUpSeconds);
    }
    this.timeline.travel(end);
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
