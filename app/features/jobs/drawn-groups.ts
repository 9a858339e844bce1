import type { CurveContour } from '@keen-anvil/core/geometry';
import { useEffect, useState } from 'react';
import { pauses } from '../api/pauses';
import type { BoxedPart } from './all-parts';
import { curvePath } from './curve-path';

/** Parts that look alike, drawn as one. */
export interface DrawnGroup {
  key: string;
  /** A part that looks as they all do. */
  like: BoxedPart;
  path: string;
}

const paths = new WeakMap<CurveContour[], string>();

/** A part's path data; made once for the same contours. */
export function pathOf({ contours }: Pick<BoxedPart, 'contours'>): string {
  const before = paths.get(contours);
  if (before !== undefined) return before;
  const path = curvePath(contours);
  paths.set(contours, path);
  return path;
}

export const isClosed = (part: Pick<BoxedPart, 'contours'>): boolean => part.contours.every(({ closed }) => closed);

/**
 * Very many parts put together by what they look like, so that a phone shows them at once; null until they are drawn. It is
 * done in turns, between which the page stays alive.
 * @param parts none where each is drawn by itself
 */
export function useDrawnGroups(parts: readonly BoxedPart[] | null): DrawnGroup[] | null {
  const [drawn, setDrawn] = useState<{ parts: readonly BoxedPart[]; groups: DrawnGroup[] } | null>(null);
  useEffect(() => {
    if (!parts) return;
    let isOver = false;
    void (async () => {
      const groups = new Map<string, { like: BoxedPart; pieces: string[] }>();
      const rest = pauses();
      for (const part of parts) {
        const key = `${part.role} ${part.colour} ${isClosed(part)}`;
        const group = groups.get(key) ?? { like: part, pieces: [] };
        group.pieces.push(pathOf(part));
        groups.set(key, group);
        await rest();
        if (isOver) return;
      }
      setDrawn({ parts, groups: [...groups].map(([key, { like, pieces }]) => ({ key, like, path: pieces.join('') })) });
    })();
    return () => {
      isOver = true;
    };
  }, [parts]);
  return drawn && parts ? drawn.groups : null;
}
