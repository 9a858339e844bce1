import type { JobAction } from './action';
import type { JobDocument } from './document';
import type { KeyedReading } from './reading-keys';

/** Which reading of which drawing. */
export interface ReadingRef {
  drawingId: string;
  number: number;
}

/** The readings that a document stands on, with those that an action brings. */
export function readingsOf({ drawings }: JobDocument, action: JobAction | null = null): ReadingRef[] {
  const refs = drawings.map(({ id, reading }) => ({ drawingId: id, number: reading }));
  if (action?.do === 'add-drawing') refs.push({ drawingId: action.drawingId, number: 1 });
  if (action?.do === 'take-reading') refs.push({ drawingId: action.drawingId, number: action.reading });
  return refs;
}

const keyOf = ({ drawingId, number }: ReadingRef): string => `${drawingId} ${number}`;

/** Readings at hand, up to so many lines and curves of them; those that were used longest ago are let go first. */
export class ReadingShelf {
  private readonly kept = new Map<string, { reading: KeyedReading; weight: number }>();
  private weight = 0;

  constructor(private readonly most = 2_000_000) {}

  has(ref: ReadingRef): boolean {
    return this.kept.has(keyOf(ref));
  }

  keep(ref: ReadingRef, reading: KeyedReading): void {
    if (this.has(ref)) return;
    const weight = reading.parts.reduce(
      (sum, { contours }) => sum + contours.reduce((more, { segments }) => more + segments.length, 1),
      1,
    );
    this.kept.set(keyOf(ref), { reading, weight });
    this.weight += weight;
  }

  /** @throws Error where it is not at hand */
  readonly reading = (drawingId: string, number: number): KeyedReading => {
    const key = keyOf({ drawingId, number });
    const known = this.kept.get(key);
    if (!known) throw new Error(`the reading ${key} is not at hand`);
    this.kept.delete(key);
    this.kept.set(key, known);
    return known.reading;
  };

  /** Lets go of what is too much, but for these. */
  letGo(except: readonly ReadingRef[]): void {
    const inUse = new Set(except.map(keyOf));
    for (const [key, { weight }] of this.kept) {
      if (this.weight <= this.most) return;
      if (inUse.has(key)) continue;
      this.kept.delete(key);
      this.weight -= weight;
    }
  }
}
