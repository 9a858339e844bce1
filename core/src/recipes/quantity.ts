/** Something a recipe can hold. */
interface QuantityRow {
  name: string;
  /** In lower case, as it stands in a sentence. */
  label: string;
  /** The physical unit that it is measured and compared in; '' for counts and choices. */
  physicalUnit: string;
  /**
   * A scale that every machine has for it, because it is set in the machine file or by hand and is no dial. `max` may
   * be lowered by the machine. Without one, the machine has to have a dial.
   */
  ownScale?: { unit: string; min: number; max: number; step: number };
  /** What it begins with where it is put into a recipe; the least where nothing is said. */
  beginsAt?: number;
  /** Words to choose from; the value kept is the word's place in this list, so words are only ever added at its end. */
  choices?: readonly string[];
}

const choice = (...choices: string[]) => ({
  physicalUnit: '',
  ownScale: { unit: '', min: 0, max: choices.length - 1, step: 1 },
  choices,
});

const TABLE = [
  { name: 'depth', label: 'depth', physicalUnit: 'mm' },
  { name: 'force', label: 'force', physicalUnit: 'gf' },
  { name: 'power', label: 'power', physicalUnit: 'W' },
  { name: 'temperature', label: 'temperature', physicalUnit: '°C' },
  { name: 'dwell', label: 'dwell', physicalUnit: 's', ownScale: { unit: 's', min: 1, max: 600, step: 1 } },
  { name: 'pressure', label: 'pressure', physicalUnit: 'N/cm²' },
  { name: 'speed', label: 'speed', physicalUnit: 'mm/s' },
  {
    name: 'interval',
    label: 'line interval',
    physicalUnit: 'mm',
    ownScale: { unit: 'mm', min: 0.02, max: 5, step: 0.01 },
  },
  { name: 'passes', label: 'passes', physicalUnit: '', ownScale: { unit: '×', min: 1, max: 99, step: 1 } },
  {
    name: 'overcut',
    label: 'overcut',
    physicalUnit: 'mm',
    ownScale: { unit: 'mm', min: 0, max: 5, step: 0.1 },
    beginsAt: 0.5,
  },
  { name: 'air', label: 'air', ...choice('off', 'on') },
  { name: 'preheat', label: 'preheat', physicalUnit: 's', ownScale: { unit: 's', min: 0, max: 60, step: 1 } },
  { name: 'second', label: 'second press', physicalUnit: 's', ownScale: { unit: 's', min: 0, max: 120, step: 1 } },
  { name: 'peel', label: 'peel', ...choice('hot', 'warm', 'cold') },
  { name: 'cover', label: 'cover sheet', ...choice('none', 'baking paper', 'silicone sheet', 'cotton cloth') },
] as const satisfies readonly QuantityRow[];

/** The name of something a recipe can hold. */
export type QuantityName = (typeof TABLE)[number]['name'];
export type Quantity = QuantityRow & { name: QuantityName };

const ROWS: readonly Quantity[] = TABLE;
export const QUANTITIES: readonly QuantityName[] = ROWS.map((row) => row.name);
const BY_NAME = new Map(ROWS.map((row) => [row.name as string, row]));

/** The quantity of that name. @throws RangeError for an unknown name */
export function quantityOf(name: string): Quantity {
  const quantity = BY_NAME.get(name);
  if (!quantity) throw new RangeError(`A quantity must be one of ${QUANTITIES.join(', ')}; “${name}” came.`);
  return quantity;
}

/**
 * A value as it is said: the word of a choice, else the number.
 * @example sayQuantity('peel', 1) // 'warm'
 */
export function sayQuantity(name: QuantityName, value: number): string {
  return quantityOf(name).choices?.[value] ?? String(value);
}
