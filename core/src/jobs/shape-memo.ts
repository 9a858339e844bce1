import type { Shape } from './shape';

/** A shape that was evaluated before, under a number that stands for all that it stands on. */
export interface KnownShape {
  number: number;
  shape: Shape;
}

/** Shapes that were evaluated before, by what they stand on. */
export class ShapeMemo {
  private readonly byKey = new Map<string, KnownShape>();
  private count = 0;
  private segments = 0;

  /** @param mostSegments so many lines and curves of them are kept; what was kept longest is forgotten first */
  constructor(private readonly mostSegments = 2_000_000) {}

  /** The shape under a key: as it is known, or as it is evaluated now. */
  shape(key: string, evaluate: () => Shape): KnownShape {
    const before = this.byKey.get(key);
    if (before) return before;
    const known = { number: this.count++, shape: evaluate() };
    this.segments += weightOf(known.shape);
    for (const [oldest, { shape }] of this.byKey) {
      if (this.segments <= this.mostSegments) break;
      this.byKey.delete(oldest);
      this.segments -= weightOf(shape);
    }
    this.byKey.set(key, known);
    return known;
  }
}

/** A shape without lines weighs something as well. */
const weightOf = ({ contours }: Shape): number =>
  contours.reduce((sum, { segments }) => sum + segments.length, 1 + contours.length);
