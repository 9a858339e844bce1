/**
 * Reads a number as a maker types it: decimal comma or point, spaces around it.
 * Returns null where it is not one number.
 * @example parseTypedNumber('2,5') // 2.5
 */
export function parseTypedNumber(text: string): number | null {
  const trimmed = text.trim().replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(trimmed)) return null;
  return Number(trimmed);
}
