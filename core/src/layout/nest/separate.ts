import type { Chance } from './chance';
import { NOT_LAID, type Laying } from './laying';
import { posed, type Posed } from './posed';
import { placeInHole } from './in-holes';
import { Against, placeAtWall, placeAnywhere, placeNear, type Proposal } from './proposals';

/** How many places of each kind are looked at before the best of them are moved on. */
const LOOKS = { hole: 6, anywhere: 12, near: 8, against: 24, wall: 6 };
const MOVED_ON = 3;
/** A place is moved on by steps from this share of the part's size down to that. */
const FIRST_STEP = 0.08;
const LAST_STEP = 0.0004;
/** The search for room is given up after so many turns without less overlap, so many times. */
const TURNS = 60;
const STRIKES = 3;
/** A place must be better by this to count as such, in mm. */
const BETTER = 1e-9;

interface Found extends Proposal {
  loss: number;
}

/**
 * Moves copies that lie in each other, one after the other, each to the best place that is found for it, while overlaps that stay count
 * more and more (guided local search: Egeblad, Nielsen and Odgaard 2007; the proposals and weights after Gardeyn and Wauters 2025).
 * @param beds the sheets that may be moved to
 * @returns whether all lie free; the laying is then so, else as it was when they lay in each other least
 */
export function separate(
  laying: Laying,
  beds: readonly number[],
  chance: Chance,
  isOver: () => boolean,
  turns = TURNS,
  strikes = STRIKES,
): boolean {
  laying.forgetWeights();
  let least = laying.weigh();
  if (least === 0) return true;
  let best = laying.save();
  for (let strike = 0; strike < strikes; strike++) {
    const before = least;
    for (let idle = 0; idle < turns; idle++) {
      for (const i of chance.shuffled(colliding(laying))) {
        if (isOver()) {
          laying.restore(best);
          return false;
        }
        moveToBetter(laying, i, beds, chance);
      }
      const depth = laying.weigh();
      if (depth === 0) return true;
      if (depth < least) {
        if (depth < 0.98 * least) idle = 0;
        least = depth;
        best = laying.save();
      }
    }
    if (least < 0.98 * before) strike = -1;
    laying.restore(best);
  }
  return false;
}

const colliding = (laying: Laying): number[] =>
  Array.from({ length: laying.count }, (_, i) => i).filter((i) => laying.bed[i] !== NOT_LAID && !laying.isFree(i));

/** Moves a copy to the best place that is found for it, if that is better than where it lies. */
function moveToBetter(laying: Laying, i: number, beds: readonly number[], chance: Chance): void {
  const present = laying.lossOf(i);
  if (present === 0) return;
  const found: Found[] = [{ bed: laying.bed[i], pose: laying.poses[i], x: laying.x[i], y: laying.y[i], loss: present }];
  const look = (proposal: Proposal | null): boolean => {
    if (!proposal) return false;
    const { bed, pose, x, y } = proposal;
    const bound = found.length < MOVED_ON ? Infinity : found[found.length - 1].loss;
    const loss = laying.lossAt(i, bed, pose, x, y, bound);
    if (loss >= bound) return false;
    found.push({ ...proposal, loss });
    found.sort((a, b) => a.loss - b.loss);
    if (found.length > MOVED_ON) found.pop();
    return loss === 0;
  };
  const against = new Against(laying, i, chance);
  const isFound =
    (laying.withHoles.length > 0 && looks(LOOKS.hole, () => look(placeInHole(laying, i, chance.of(beds), chance)))) ||
    looks(LOOKS.against, () => look(against.propose(chance.of(beds)))) ||
    looks(LOOKS.wall, () => look(placeAtWall(laying, i, chance.of(beds), chance))) ||
    looks(LOOKS.near, () => look(placeNear(laying, i, chance))) ||
    looks(LOOKS.anywhere, () => look(placeAnywhere(laying, i, chance.of(beds), chance)));
  let best = found[0];
  if (!isFound)
    for (const start of [...found]) {
      const moved = movedOn(laying, i, start, chance);
      if (moved.loss < best.loss) best = moved;
      if (best.loss === 0) break;
    }
  if (best.loss < present - BETTER) laying.lay(i, best.bed, best.pose, best.x, best.y);
}

const looks = (times: number, look: () => boolean): boolean => {
  for (let k = 0; k < times; k++) if (look()) return true;
  return false;
};

/** A place moved on, along an axis or a diagonal or turned a little, as long as it gets better. */
function movedOn(laying: Laying, i: number, start: Found, chance: Chance): Found {
  const { shape, angles } = laying.copies[i];
  let best = start;
  let step = shape.radius * FIRST_STEP;
  const least = shape.radius * LAST_STEP;
  while (step > least && best.loss > 0) {
    const better =
      chance.next() < 0.3 && angles === 'free' ? turned(laying, i, best, step) : shifted(laying, i, best, step, chance);
    if (better) {
      best = better;
      step *= 1.1;
    } else step *= 0.6;
  }
  return best;
}

const DIRECTIONS = [0, 1, 2, 3].map((quarter) => (quarter * Math.PI) / 4);

function shifted(laying: Laying, i: number, at: Found, step: number, chance: Chance): Found | null {
  const direction = chance.of(DIRECTIONS);
  const [dx, dy] = [Math.cos(direction) * step, Math.sin(direction) * step];
  for (const side of [1, -1]) {
    const [x, y] = [at.x + side * dx, at.y + side * dy];
    const loss = laying.lossAt(i, at.bed, at.pose, x, y, at.loss);
    if (loss < at.loss - BETTER || loss === 0) return { ...at, x, y, loss };
  }
  return null;
}

function turned(laying: Laying, i: number, at: Found, step: number): Found | null {
  const { shape } = laying.copies[i];
  for (const side of [1, -1]) {
    const pose: Posed = posed(shape.pieces, at.pose.angle + (side * step) / shape.radius, at.pose.isTurnedOver);
    const loss = laying.lossAt(i, at.bed, pose, at.x, at.y, at.loss);
    if (loss < at.loss - BETTER || loss === 0) return { ...at, pose, loss };
  }
  return null;
}
