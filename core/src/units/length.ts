/** Millimetres in one of each absolute length unit of CSS and SVG (CSS Values 4, section 6.2: 96 px to the inch). */
const MM_PER_UNIT: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
};

/** A length as it was written: its number and its unit; the unit is '' where none was written. */
export interface WrittenLength {
  value: number;
  unit: string;
}

/**
 * Reads a length such as `12.5mm`, `3in`, `40%` or `96`.
 * Returns null where the text is no length at all.
 * @example parseLength('2.5cm') // { value: 2.5, unit: 'cm' }
 */
export function parseLength(text: string): WrittenLength | null {
  const match = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*|%)\s*$/i.exec(text);
  if (!match) return null;
  return { value: Number(match[1]), unit: match[2].toLowerCase() };
}

/**
 * A written length in millimetres; null for units that have no size of their own (%, em, none).
 * @example lengthInMm({ value: 1, unit: 'in' }) // 25.4
 */
export function lengthInMm(length: WrittenLength): number | null {
  const factor = MM_PER_UNIT[length.unit];
  return factor === undefined ? null : length.value * factor;
}

/** Millimetres in one CSS pixel. */
export const MM_PER_PX = MM_PER_UNIT.px;
