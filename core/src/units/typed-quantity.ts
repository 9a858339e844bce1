import { convertUnit, readUnit } from './convert';
import { parseTypedNumber } from './typed-number';

/** A number as the maker typed it, with the unit it was meant in. */
export interface TypedQuantity {
  text: string;
  unit: string;
}

/** What a typed text means in a wanted unit. */
export interface ReadQuantity {
  /** The value in the wanted unit. */
  value: number;
  /** The unit that the text was in: its own where it names one, else the one it was typed under. */
  unit: string;
}

/**
 * Reads what a maker types into a field: a number, with a unit of its own or in the unit the field shows.
 * Returns null where it is no number, or its unit does not measure the same thing.
 * @example readTyped('320 F', '°C', '°C') // { value: 160, unit: '°F' }
 */
export function readTyped(text: string, shownUnit: string, wantedUnit: string): ReadQuantity | null {
  const match = /^\s*([+-]?[\d.,]+)\s*(\D*)$/.exec(text);
  if (!match) return null;
  const number = parseTypedNumber(match[1]);
  const unit = match[2].trim() ? (match[2].trim() === shownUnit ? shownUnit : readUnit(match[2])) : shownUnit;
  if (number === null || unit === null) return null;
  const value = convertUnit(number, unit, wantedUnit);
  return value === null ? null : { value, unit };
}
