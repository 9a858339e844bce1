import { IDENTITY, type Point } from '../geometry';
import { choice, length } from '../measured';
import { pieceOf } from './broken';
import type { Operation } from './operation';
import { boxOf } from './repeats';

/** One of the two pieces of a part that is broken along a straight line. */
export const HALF: Operation = {
  name: 'half',
  label: 'Break along a line',
  needs: 'one',
  takesGroups: true,
  measures: [
    { name: 'angle', label: 'Line at', unit: '°', usual: 0, min: -180, max: 180, step: 5 },
    length('aside', 'From its middle', 0, { min: -5000, max: 5000, step: 0.5 }),
    choice('side', 'Piece', ['before the line', 'behind it']),
  ],
  carriesPrint: () => IDENTITY,
  apply: ([lines], { angle, aside, side }) => {
    const { minX, maxX, minY, maxY } = boxOf(lines);
    const turn = (angle * Math.PI) / 180;
    const along = { x: Math.cos(turn), y: Math.sin(turn) };
    const across = { x: -along.y, y: along.x };
    const far = maxX - minX + maxY - minY + 2 * Math.abs(aside) + 1;
    const on = { x: (minX + maxX) / 2 + across.x * aside, y: (minY + maxY) / 2 + across.y * aside };
    const way = side === 0 ? -far : far;
    const point = (s: number, t: number): Point => ({
      x: on.x + s * along.x + t * across.x,
      y: on.y + s * along.y + t * across.y,
    });
    return pieceOf(lines, [[point(-far, 0), point(far, 0), point(far, way), point(-far, way)]], true);
  },
};
