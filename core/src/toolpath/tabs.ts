import { distance, type Point } from '../geometry';
import type { Outline } from './outline';

/** Places where a line is left standing, so that what is cut out does not fall or tip. */
export interface TabWish {
  /** So many round each outline, where the maker chose no places. */
  count: number;
  widthMm: number;
}

/** A tab on an outline: how far from its first point its middle lies, mm. */
export interface Tab {
  alongMm: number;
  at: Point;
}

/** A turn by more than this is a corner, in degrees. */
const CORNER_DEGREES = 20;
/** A tab keeps this far from a corner, as a share of its width. */
const FROM_CORNER = 0.5;
/** From one tab's middle to the next are at least so many widths, so that shorter outlines get fewer of them. */
const LEAST_BETWEEN = 3;
/** Where the maker chooses, they may come nearer: as much is cut between two as each leaves standing. */
const LEAST_BETWEEN_CHOSEN = 2;
/** Places that are tried along an outline, for each tab. */
const TRIED = 48;

/**
 * Places for tabs round a closed outline, as even as its corners let them be: none in a corner, or so near that it would reach
 * there, and none so near to another that the two would run together; none at all where the outline has no straight or evenly bent
 * stretch that is long enough, or goes round a hole: what falls out there is waste.
 */
export function proposedTabs(outline: Outline, { count, widthMm }: TabWish): Tab[] {
  if (!outline.closed || outline.isHole || outline.points.length < 3 || count < 1) return [];
  const way = wayOf(outline.points);
  const number = Math.min(count, Math.floor(way.length / (widthMm * LEAST_BETWEEN)));
  const reach = widthMm * (0.5 + FROM_CORNER);
  const clear = (along: number) =>
    way.corners.every((corner) => Math.abs(nearRound(corner - along, way.length)) > reach);
  const tabs: Tab[] = [];
  for (let i = 0; i < number; i++) {
    const wished = ((i + 0.5) * way.length) / number;
    const room = way.length / number / 2;
    // From where it would be best outwards, by turns to both sides.
    for (let k = 0; k < TRIED; k++) {
      const along = wished + (k % 2 ? 1 : -1) * Math.ceil(k / 2) * ((2 * room) / TRIED);
      if (!clear(along) || !isApart(along, tabs, way.length, LEAST_BETWEEN * widthMm)) continue;
      tabs.push(way.at(along));
      break;
    }
  }
  return tabs;
}

/** Chosen tabs without those that would run into one before them. */
export function tabsApart<T extends Tab>(tabs: readonly T[], { points }: Outline, widthMm: number): T[] {
  const { length } = wayOf(points);
  return tabs.reduce<T[]>(
    (kept, tab) => (isApart(tab.alongMm, kept, length, LEAST_BETWEEN_CHOSEN * widthMm) ? [...kept, tab] : kept),
    [],
  );
}

const isApart = (along: number, tabs: readonly Tab[], length: number, leastMm: number): boolean =>
  tabs.every(({ alongMm }) => Math.abs(nearRound(alongMm - along, length)) >= leastMm - 1e-9);

/** The place on a closed outline that is nearest to a point, as a tab; null where a corner is too near for one of that width. */
export function tabNear(outline: Outline, to: Point, widthMm: number): (Tab & { offMm: number }) | null {
  if (!outline.closed || outline.points.length < 3) return null;
  const way = wayOf(outline.points);
  let best: { along: number; off: number } = { along: 0, off: Infinity };
  outline.points.forEach((a, i) => {
    const b = outline.points[(i + 1) % outline.points.length];
    const long = distance(a, b);
    const share = long > 0 ? ((to.x - a.x) * (b.x - a.x) + (to.y - a.y) * (b.y - a.y)) / long ** 2 : 0;
    const t = Math.min(1, Math.max(0, share));
    const off = Math.hypot(a.x + (b.x - a.x) * t - to.x, a.y + (b.y - a.y) * t - to.y);
    if (off < best.off) best = { along: way.starts[i] + t * long, off };
  });
  const reach = widthMm * (0.5 + FROM_CORNER);
  if (way.length < widthMm * LEAST_BETWEEN) return null;
  if (way.corners.some((corner) => Math.abs(nearRound(corner - best.along, way.length)) <= reach)) return null;
  return { ...way.at(best.along), offMm: best.off };
}

/** An outline with its tabs: points where each begins and ends, and what lies between left standing. */
export function withTabs(outline: Outline, tabs: readonly Tab[], widthMm: number): Outline {
  if (tabs.length === 0) return outline;
  const way = wayOf(outline.points);
  const wrap = (along: number) => ((along % way.length) + way.length) % way.length;
  const gaps = tabs.map(({ alongMm }) => ({ from: wrap(alongMm - widthMm / 2), to: wrap(alongMm + widthMm / 2) }));
  const isIn = (along: number) =>
    gaps.some(({ from, to }) => (from < to ? along > from && along < to : along > from || along < to));
  const stops = [
    ...way.starts.map((along, i) => ({ along, at: outline.points[i] })),
    ...gaps.flatMap(({ from, to }) => [from, to]).map((along) => ({ along, at: way.at(along).at })),
  ].sort((a, b) => a.along - b.along);
  const kept = stops.filter(({ along }, i) => i === 0 || along - stops[i - 1].along > 1e-6);
  return {
    ...outline,
    points: kept.map(({ at }) => at),
    stands: kept.map(({ along }, i) => isIn((along + (kept[i + 1]?.along ?? way.length)) / 2)),
  };
}

/** Between two places on a way that goes round: the shorter of both ways. */
const nearRound = (off: number, length: number): number => {
  const rest = ((off % length) + length) % length;
  return rest > length / 2 ? rest - length : rest;
};

/** How long a ring is, where on it its points and corners lie, and any place on it. */
function wayOf(points: readonly Point[]) {
  const n = points.length;
  const starts: number[] = [];
  let length = 0;
  for (let i = 0; i < n; i++) {
    starts.push(length);
    length += distance(points[i], points[(i + 1) % n]);
  }
  const corners = points.flatMap((b, i) => {
    const a = points[(i + n - 1) % n];
    const c = points[(i + 1) % n];
    const turn = Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
    return Math.abs(turn) > (CORNER_DEGREES * Math.PI) / 180 ? [starts[i]] : [];
  });
  const at = (along: number): Tab => {
    const on = ((along % length) + length) % length;
    let i = starts.findIndex((start) => start > on) - 1;
    if (i < 0) i = n - 1;
    const long = i + 1 < n ? starts[i + 1] - starts[i] : length - starts[i];
    const share = long > 0 ? (on - starts[i]) / long : 0;
    const [a, b] = [points[i], points[(i + 1) % n]];
    return { alongMm: on, at: { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share } };
  };
  return { length, starts, corners, at };
}
