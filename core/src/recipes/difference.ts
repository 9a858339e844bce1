import { QUANTITIES, quantityOf, sayQuantity, type QuantityName } from './quantity';
import type { Settings } from './settings';

/** One quantity that differs between two settings; undefined where it was not set. */
export interface SettingDifference {
  name: QuantityName;
  before: number | undefined;
  after: number | undefined;
}

/** The quantities in which two settings differ, in the order in which quantities are named. */
export function differences(before: Settings, after: Settings): SettingDifference[] {
  return QUANTITIES.filter((name) => before[name] !== after[name]).map((name) => ({
    name,
    before: before[name],
    after: after[name],
  }));
}

/**
 * A difference in words.
 * @example sayDifference({ name: 'force', before: 12, after: 16 }) // 'force 12 → 16'
 */
export function sayDifference({ name, before, after }: SettingDifference): string {
  const { label } = quantityOf(name);
  if (before === undefined) return `${label} ${sayQuantity(name, after!)} (was not set)`;
  if (after === undefined) return `${label} no longer set (was ${sayQuantity(name, before)})`;
  return `${label} ${sayQuantity(name, before)} → ${sayQuantity(name, after)}`;
}
