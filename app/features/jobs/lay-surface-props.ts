import type { Bounds, Point } from '@keen-anvil/core/geometry';
import type { ReactNode } from 'react';
import type { LaidThing } from './laid-things';
import type { InHand, Live } from './lay-view';

export interface LaySurfaceProps {
  outline: readonly Point[];
  reach: Bounds | null;
  /** Spots that were used already. */
  holes?: readonly (readonly Point[])[];
  things: readonly LaidThing[];
  chosen: ReadonlySet<string>;
  /** Those that lie over others, or over the edge. */
  wrong: ReadonlySet<string>;
  /** Whether what is chosen would lie wrong if it were moved and turned so. */
  isWrongIn: (taken: readonly LaidThing[], by: Point, degrees: number) => boolean;
  /** What is only shown: paths with the way they come to the sheet. */
  guides: readonly { id: string; path: string; transform: string; bounds: Bounds }[];
  colour: string;
  isMeasuring: boolean;
  measured: readonly Point[];
  height: number;
  inHand: Live<InHand | null>;
  /** Drawn below the parts: a photo, a pattern. */
  under?: ReactNode;
  onTap: (key: string | null) => void;
  onTake: (key: string) => void;
  onMove: (by: Point, degrees: number) => void;
  onMeasure: (at: Point) => void;
}
