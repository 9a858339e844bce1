import { boundsOf } from '../../geometry';
import type { Chance } from './chance';
import { NOT_LAID, type Copy, type Laying } from './laying';
import type { Posed } from './posed';
import { anyPose, inside, lies, type Proposal } from './proposals';

/** How far across a hole something is laid: at its sides, in its middle. */
const ACROSS = [0.5, 0, 1];

/** A hole of another copy, where it lies. */
interface Hole {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** The holes of a copy that another has room in, by their areas. */
const holesFor = ({ shape }: Copy, { shape: small }: Copy) =>
  shape.holes.filter(({ area }) => area >= small.outlineArea);

function whereItLies(laying: Laying, j: number, { ring }: Copy['shape']['holes'][number]): Hole {
  const box = boundsOf(ring.map((point) => lies(point, laying.poses[j])))!;
  const [x, y] = [laying.x[j], laying.y[j]];
  return { minX: x + box.minX, minY: y + box.minY, maxX: x + box.maxX, maxY: y + box.maxY };
}

const across = (from: number, to: number, share: number): number => from + (to - from) * share;

/** A pose laid so far across a hole. */
const inHole = (laying: Laying, bed: number, pose: Posed, hole: Hole, [sx, sy]: [number, number]): Proposal =>
  inside(
    laying,
    bed,
    pose,
    across(hole.minX - pose.minX, hole.maxX - pose.maxX, sx),
    across(hole.minY - pose.minY, hole.maxY - pose.maxY, sy),
  );

const fits = (pose: Posed, { minX, minY, maxX, maxY }: Hole): boolean =>
  pose.maxX - pose.minX <= maxX - minX + 1e-6 && pose.maxY - pose.minY <= maxY - minY + 1e-6;

/** In a hole of another copy that has room for it; null where there is none. */
export function placeInHole(laying: Laying, i: number, bed: number, chance: Chance): Proposal | null {
  const copy = laying.copies[i];
  const around = laying.withHoles.flatMap((j) =>
    j !== i && laying.bed[j] === bed ? holesFor(laying.copies[j], copy).map((hole) => ({ j, hole })) : [],
  );
  if (around.length === 0) return null;
  const { j, hole } = chance.of(around);
  const share = (): number => (chance.next() < 0.6 ? chance.of(ACROSS) : chance.next());
  return inHole(laying, bed, anyPose(laying, i, chance), whereItLies(laying, j, hole), [share(), share()]);
}

/** Lays a copy in the first hole of what lies that has room for it, in whatever way it may lie. @returns whether one has */
export function layInHole(laying: Laying, i: number, poses: readonly Posed[]): boolean {
  const copy = laying.copies[i];
  for (const j of laying.withHoles) {
    const bed = laying.bed[j];
    if (j === i || bed === NOT_LAID) continue;
    for (const hole of holesFor(laying.copies[j], copy)) {
      const box = whereItLies(laying, j, hole);
      for (const pose of poses.filter((one) => fits(one, box)))
        for (const sx of ACROSS)
          for (const sy of ACROSS) {
            const { x, y } = inHole(laying, bed, pose, box, [sx, sy]);
            if (!laying.isFreeAt(i, bed, pose, x, y)) continue;
            laying.lay(i, bed, pose, x, y);
            return true;
          }
    }
  }
  return false;
}
