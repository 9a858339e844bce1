import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { useState, useSyncExternalStore } from 'react';

/** Where the sheet is looked at: px for each mm, and where its corner is, in px. */
export interface LayView {
  scale: number;
  x: number;
  y: number;
}

/** What is in the hand: moved by so much, turned by so much; null where nothing is. */
export interface InHand {
  by: Point;
  degrees: number;
  /** Where the finger is, in px; for the loupe. */
  finger: Point | null;
}

/** Something that changes with each frame: who draws it hears of it, and nobody else. */
export interface Live<T> {
  get: () => T;
  set: (next: T) => void;
  subscribe: (changed: () => void) => () => void;
}

export function live<T>(start: T): Live<T> {
  let now = start;
  const watchers = new Set<() => void>();
  return {
    get: () => now,
    set: (next) => {
      now = next;
      watchers.forEach((changed) => changed());
    },
    subscribe: (changed) => {
      watchers.add(changed);
      return () => void watchers.delete(changed);
    },
  };
}

export const useLive = <T>({ get, subscribe }: Live<T>): T => useSyncExternalStore(subscribe, get);

/** Kept for as long as the page is open. */
export const useNewLive = <T>(start: T): Live<T> => useState(() => live(start))[0];

/** Room round the sheet, with its rulers, in px. */
const EDGE = { left: 34, top: 26, right: 12, bottom: 12 };
const LEAST_SCALE = 0.05;
const MOST_SCALE = 60;

/** All of a box in sight. */
export function wholeOf({ minX, minY, maxX, maxY }: Bounds, width: number, height: number): LayView {
  const scale = Math.max(
    LEAST_SCALE,
    Math.min(
      (width - EDGE.left - EDGE.right) / Math.max(1, maxX - minX),
      (height - EDGE.top - EDGE.bottom) / Math.max(1, maxY - minY),
    ),
  );
  return { scale, x: EDGE.left - minX * scale, y: EDGE.top - minY * scale };
}

/** The view larger or smaller about a point of the screen that stays where it is. */
export function zoomed({ scale, x, y }: LayView, times: number, about: Point): LayView {
  const next = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale * times));
  const real = next / scale;
  return { scale: next, x: about.x - (about.x - x) * real, y: about.y - (about.y - y) * real };
}

export const onSheet = ({ scale, x, y }: LayView, at: Point): Point => ({
  x: (at.x - x) / scale,
  y: (at.y - y) / scale,
});
export const onScreen = ({ scale, x, y }: LayView, at: Point): Point => ({ x: at.x * scale + x, y: at.y * scale + y });
