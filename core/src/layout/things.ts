import Flatbush from 'flatbush';
import { boundsArea, boundsMiddle, isInBounds, joinBounds, type Bounds, type Point } from '../geometry';
import { boundsOnSheet, type PartOnPiece } from './share-sheet';
import { isOnePlace, planeAt, type Place } from './place';

/** What is taken into the hand as one on a sheet: a part where it lies once, with what other steps do in it there. */
export interface Thing {
  /** Which of the laid parts, by their places in the list. */
  members: number[];
  /** What it takes up on the sheet. */
  bounds: Bounds;
}

/**
 * The things on a sheet. Parts of different steps that lie over each other at the very same place belong together, as an
 * engraving and its outline, and what is done on the back behind its front; also through others.
 */
export function thingsOn(laid: readonly PartOnPiece[]): Thing[] {
  if (laid.length === 0) return [];
  const boxes = laid.map(boundsOnSheet);
  const group = laid.map((_, i) => i);
  const isTogether = (i: number, j: number): boolean =>
    isOnePlace(laid[i].place, laid[j].place) ||
    (laid[i].place.turnedOver !== laid[j].place.turnedOver && isBehind(boxes[i], boxes[j]));
  const rootOf = (i: number): number => (group[i] === i ? i : (group[i] = rootOf(group[i])));
  if (new Set(laid.map(({ stepId }) => stepId)).size > 1) {
    const index = new Flatbush(laid.length);
    for (const { minX, minY, maxX, maxY } of boxes) index.add(minX, minY, maxX, maxY);
    index.finish();
    for (const [i, { minX, minY, maxX, maxY }] of boxes.entries())
      for (const j of index.search(minX, minY, maxX, maxY))
        if (j > i && laid[i].stepId !== laid[j].stepId && isTogether(i, j)) group[rootOf(j)] = rootOf(i);
  }
  const things = new Map<number, Thing>();
  for (const [i, bounds] of boxes.entries()) {
    const root = rootOf(i);
    const thing = things.get(root);
    if (!thing) things.set(root, { members: [i], bounds });
    else {
      thing.members.push(i);
      thing.bounds = joinBounds(thing.bounds, bounds);
    }
  }
  return [...things.values()];
}

/** Whether the middle of the smaller of two boxes lies in the larger. */
function isBehind(a: Bounds, b: Bounds): boolean {
  const [small, large] = boundsArea(a) < boundsArea(b) ? [a, b] : [b, a];
  return isInBounds(boundsMiddle(small), large);
}

/** A place after it was moved, and turned about a point of the sheet. @param degrees against the clock, as places count */
export function movedPlace(place: Place, { x, y }: Point, degrees = 0, about: Point = { x: 0, y: 0 }): Place {
  if (degrees === 0) return { ...place, x: place.x + x, y: place.y + y };
  const angle = (-degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [px, py] = [place.x - about.x, place.y - about.y];
  const turned = place.angle + degrees;
  return {
    ...place,
    x: about.x + cos * px - sin * py + x,
    y: about.y + sin * px + cos * py + y,
    angle: Number((turned - 360 * Math.round(turned / 360)).toFixed(6)) + 0,
  };
}

/** A place after the same turn and shift that took another thing from one place to another; both lie the same side up. */
export function carried(place: Place, from: Place, to: Place): Place {
  const degrees = to.angle - from.angle;
  const turned = movedPlace(from, { x: 0, y: 0 }, degrees);
  return movedPlace(place, { x: to.x - turned.x, y: to.y - turned.y }, degrees);
}

/** Where a point of a part's drawing comes to lie. */
export function pointAt({ x, y }: Point, place: Place): Point {
  const [a, b, c, d, e, f] = planeAt(place);
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}
