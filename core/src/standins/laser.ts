import type { Machine } from '../machines';
import { pointsOfMove, readGcode, type BeamMove } from '../output';
import type { StandIn, StandInPosition } from './stand-in';
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
  constructor(gcode: string, { motion, workLengthMm }: Pick<Machine, 'motion' | 'workLengthMm'>) {
    const { moves, unread } = readGcode(gcode, workLengthMm);
    if (unread.length > 0) throw new SyntaxError(`The laser does not know the G-code words ${unread.join(', ')}.`);
    this.timeline = new Timeline(motion, { x: 0, y: workLengthMm });
    for (const group of ways(moves)) {
      const [first] = group;
      const last = group[group.length - 1];
      if (first.power > 0)
        this.timeline.follow(
          [first.from, ...group.flatMap((move) => pointsOfMove(move, ARC_TOLERANCE_MM))],
          Math.min(first.speedMmS ?? motion.topSpeedMmS, motion.topSpeedMmS),
        );
      else this.timeline.travel(last.to);
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

/** Moves that follow each other at one power and speed, together. */
function ways(moves: readonly BeamMove[]): BeamMove[][] {
  const groups: BeamMove[][] = [];
  for (const move of moves) {
    const group = groups[groups.length - 1];
    const isSame = group && move.power > 0 && group[0].power === move.power && group[0].speedMmS === move.speedMmS;
    if (isSame) group.push(move);
    else groups.push([move]);
  }
  return groups;
}
