import type { Copy } from './laying';
import { posed, type Posed } from './posed';

/** So many angles of a part that may lie at any are tried when it is laid first. */
const TRIED = 4;
const SAME_ANGLE = 1e-6;

/** The angles that a copy is tried at first, turned over and not: of one that may lie at any, those at which its box is smallest. */
export function poseChoices({ shape, angles, mayTurnOver }: Copy): Posed[] {
  const sides = mayTurnOver ? [false, true] : [false];
  return sides.flatMap((isTurnedOver) =>
    (angles === 'free' ? snugAngles(shape.pieces, shape.edges, isTurnedOver) : angles).map((angle) =>
      posed(shape.pieces, angle, isTurnedOver),
    ),
  );
}

/** Angles at which an edge lies along an axis, those with the smallest box first; each with the one that is half a turn further. */
function snugAngles(pieces: Copy['shape']['pieces'], edges: Copy['shape']['edges'], isTurnedOver: boolean): number[] {
  const long = [...edges].sort((a, b) => b.length - a.length).slice(0, 12);
  const side = isTurnedOver ? -1 : 1;
  const angles = long.map(({ from, to }) => -Math.atan2(to.y - from.y, side * (to.x - from.x)));
  const ranked = angles
    .flatMap((angle) => [angle, angle + Math.PI / 2])
    .map((angle) => {
      const pose = posed(pieces, angle, isTurnedOver);
      const [width, height] = [pose.maxX - pose.minX, pose.maxY - pose.minY];
      return { angle, area: width * height, height };
    })
    .sort((a, b) => a.area - b.area || a.height - b.height);
  const kept: number[] = [];
  for (const { angle } of ranked) {
    for (const turned of [angle, angle + Math.PI]) {
      const isKnown = kept.some((other) => Math.abs(Math.sin((turned - other) / 2)) < SAME_ANGLE);
      if (!isKnown && kept.length < TRIED) kept.push(turned);
    }
  }
  return kept.length ? kept : [0];
}
