import type { Machine } from '../machines';
import { pointsOfMove, readGcode, type BeamMove, type Frame } from '../output';
import type { StandIn } from './stand-in';
import type { StandInPosition } from './stand-in-position';
import { Timeline } from './timeline';
import type { Trace } from './trace';

/** How near to its arcs the head keeps, in mm. */
const ARC_TOLERANCE_MM = 0.005;

/** A laser that is not there: it takes G-code and moves as a real one would. */
export class StandInLaser implements StandIn {
  readonly totalSeconds: number;
  readonly cutMm: number;
  private readonly timeline: Timeline;

  /**
   * Loads a file.
   * @throws SyntaxError where the file cannot be read, holds words the stand-in does not know, or burns at no speed
   */
  constructor(gcode: string, machine: Pick<Machine, 'motion'>, zero: Frame) {
    const { moves, unread } = readGcode(gcode, zero);
    if (unread.length > 0) throw new SyntaxError(`The laser does not know the G-code words ${unread.join(', ')}.`);
    const { motion } = machine;
    this.timeline = new Timeline(motion, { x: zero.x, y: zero.y });
    for (const group of ways(moves)) {
      const [first] = group;
      const last = group[group.length - 1];
      if (first.speedMmS === null || group.every(({ power }) => power === 0)) {
        this.timeline.travel(last.to, last.line);
        continue;
      }
      const way = [first.from];
      const isOn: boolean[] = [];
      const lines = [first.line];
      for (const move of group)
        for (const point of pointsOfMove(move, ARC_TOLERANCE_MM)) {
          way.push(point);
          isOn.push(move.power > 0);
          lines.push(move.line);
        }
      this.timeline.follow(way, Math.min(first.speedMmS, motion.topSpeedMmS), lines, isOn);
    }
    this.totalSeconds = this.timeline.totalSeconds;
    this.cutMm = this.timeline.cutMm;
  }

  positionAt(seconds: number): StandInPosition {
    return this.timeline.positionAt(seconds);
  }

  trace(): Trace {
    return this.timeline.trace();
  }
}

/** Moves that follow each other at one speed, together: the head does not stop where only the power changes. */
function ways(moves: readonly BeamMove[]): BeamMove[][] {
  const groups: BeamMove[][] = [];
  for (const move of moves) {
    const group = groups[groups.length - 1];
    if (group && move.speedMmS !== null && group[0].speedMmS === move.speedMmS) group.push(move);
    else groups.push([move]);
  }
  return groups;
}
