import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import {
  doLinesMeet,
  liesOverSolid,
  lyingAt,
  placeParts,
  type ClosePiece,
  type LyingSolid,
  type Solid,
} from '@keen-anvil/core/layout';
import { useEffect, useMemo, useState } from 'react';
import { movedThings, type LaidThing } from './laid-things';
import { solidsOf } from './use-nesting';

const solids = new WeakMap<CurveContour[], Solid>();

interface Wrong {
  keys: ReadonlySet<string>;
  sentence: string;
  /** Whether things would lie wrong once they were moved and turned so. */
  isWrongIn: (taken: readonly LaidThing[], by: Point, degrees: number) => boolean;
}

const NONE: Wrong = { keys: new Set(), sentence: '', isWrongIn: () => false };

/** Which things lie over each other, over the edge, or on a used spot; what is done inside another thing is no matter. */
export function useWrong(things: readonly LaidThing[], close: ClosePiece): Wrong {
  const [ground, setGround] = useState<Point[][] | null>(null);
  const [known, setKnown] = useState(0);
  const missing = useMemo(
    () => [
      ...new Set(
        things.flatMap(({ members }) => members.map(({ contours }) => contours)).filter((c) => !solids.has(c)),
      ),
    ],
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is known by now counts too
    [things, known],
  );
  const shape = JSON.stringify([close.outline, close.reach, close.holes]);
  useEffect(() => {
    let isOver = false;
    if (missing.length === 0 && ground) return;
    solidsOf(missing, close).then(
      ({ parts, ground: found }) => {
        missing.forEach((contours, i) => solids.set(contours, parts[i]));
        if (isOver) return;
        setGround(found);
        setKnown((n) => n + 1);
      },
      () => undefined,
    );
    return () => {
      isOver = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the piece counts by its shape
  }, [missing, shape]);
  return useMemo(
    () => (ground && missing.length === 0 ? wrongOf(things, close, ground) : NONE),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the piece counts by its shape
    [things, ground, missing, shape],
  );
}

/** Wrong things, and a sentence that says what is wrong with the first of them. */
export function wrongOf(
  things: readonly LaidThing[],
  { outline, reach }: ClosePiece,
  ground: readonly Point[][],
): Wrong {
  const keys = new Set<string>();
  const sentences: string[] = [];
  const lying = things.map(({ members }) =>
    members.map(({ contours, place }) => lyingAt(solids.get(contours)!, place)),
  );
  const edge = ground.map((piece) => lyingAt({ middle: ORIGIN, pieces: [piece] }, STRAIGHT));
  const box = reach ?? boxOfRing(outline);
  for (const [i, { key, name, bounds }] of things.entries()) {
    const isOut =
      bounds.minX < box.minX - EPS ||
      bounds.minY < box.minY - EPS ||
      bounds.maxX > box.maxX + EPS ||
      bounds.maxY > box.maxY + EPS;
    if (isOut || lying[i].some((own) => edge.some((spot) => liesOverSolid(spot, own)))) {
      keys.add(key);
      sentences.push(`“${name}” leaves what the machine reaches of the piece.`);
    }
  }
  // From left to right: only what begins before another one ends can lie over it.
  const order = things.map((_, i) => i).sort((a, b) => things[a].bounds.minX - things[b].bounds.minX);
  for (const [n, i] of order.entries())
    for (const j of order.slice(n + 1)) {
      if (things[j].bounds.minX >= things[i].bounds.maxX) break;
      if (things[j].bounds.minY >= things[i].bounds.maxY || things[j].bounds.maxY <= things[i].bounds.minY) continue;
      if (!isMeet(lying[i], lying[j]) || !doLinesMeet(linesAt(things[i]), linesAt(things[j]))) continue;
      keys.add(things[i].key).add(things[j].key);
      sentences.push(`“${things[i].name}” and “${things[j].name}” lie over each other.`);
    }
  const more = sentences.length - 1;
  const isWrongIn: Wrong['isWrongIn'] = (taken, by, degrees) => {
    const moved = movedThings(taken, by, degrees);
    const keysInHand = new Set(taken.map((thing) => thing.key));
    return taken.some(({ members }) => {
      const now = members.map(({ placementId, contours }) =>
        lyingAt(solids.get(contours)!, moved.get(placementId)!.place!),
      );
      return (
        now.some(
          ({ pose, x, y }) =>
            x + pose.minX < box.minX - EPS ||
            y + pose.minY < box.minY - EPS ||
            x + pose.maxX > box.maxX + EPS ||
            y + pose.maxY > box.maxY + EPS,
        ) ||
        now.some((own) => edge.some((spot) => liesOverSolid(spot, own))) ||
        things.some(
          (other, j) =>
            !keysInHand.has(other.key) &&
            isMeet(now, lying[j]) &&
            doLinesMeet(
              linesAt({ members: members.map((one) => ({ ...one, place: moved.get(one.placementId)!.place! })) }),
              linesAt(other),
            ),
        )
      );
    });
  };
  return {
    keys,
    isWrongIn,
    sentence: sentences.length ? `${sentences[0]}${more > 0 ? ` And ${more} more.` : ''}` : '',
  };
}

const isMeet = (a: readonly LyingSolid[], b: readonly LyingSolid[]): boolean =>
  a.some((one) => b.some((other) => liesOverSolid(one, other)));

/** The lines of a thing where it lies, as rings. */
const linesAt = ({ members }: Pick<LaidThing, 'members'>): Point[][] =>
  placeParts(
    members.map(({ partId, name, contours, place }) => ({ id: partId, name, colour: '', contours, place })),
  ).flatMap(({ contours }) => contours.map(({ points }) => points));

const EPS = 0.01;
const ORIGIN = { x: 0, y: 0 };
const STRAIGHT = { x: 0, y: 0, angle: 0, turnedOver: false };

const boxOfRing = (ring: readonly Point[]) => ({
  minX: Math.min(...ring.map(({ x }) => x)),
  minY: Math.min(...ring.map(({ y }) => y)),
  maxX: Math.max(...ring.map(({ x }) => x)),
  maxY: Math.max(...ring.map(({ y }) => y)),
});
