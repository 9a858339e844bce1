import type { ArtworkPart, ArtworkReading } from '../artwork';
import { contourBounds } from '../geometry';
import { matchParts } from '../parts';

/** A part of a reading with the key that it keeps in every later reading of its drawing. */
export interface KeyedPart extends ArtworkPart {
  key: string;
}

/** A reading whose parts have keys. It never changes: a drawing that is read again has another one. */
export interface KeyedReading extends Omit<ArtworkReading, 'parts'> {
  parts: KeyedPart[];
}

/**
 * A reading with keys: a part that lies where one of the reading before did keeps its key, any other gets one that was
 * never there.
 * @param number of the reading, counted from 1
 */
export function keyed(reading: ArtworkReading, number: number, before: KeyedReading | null = null): KeyedReading {
  const found = before ? matchParts(before.parts.map(known), reading.parts.map(known)) : [];
  return {
    ...reading,
    parts: reading.parts.map((part, i): KeyedPart => {
      const match = found[i] ?? null;
      return { ...part, key: match === null ? freshKey(i, number) : before!.parts[match].key };
    }),
  };
}

const freshKey = (index: number, number: number): string => (number === 1 ? `${index}` : `${index}.${number}`);

const NOWHERE = { minX: 0, minY: 0, maxX: 0, maxY: 0 };
const known = ({ colour, layer, contours }: ArtworkPart) => ({
  colour,
  layer,
  bounds: contourBounds(contours) ?? NOWHERE,
});
