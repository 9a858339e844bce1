/** Units that measure the same thing, each as factor × value + offset in the first of them, exactly as defined. */
interface Dimension {
  name: 'length' | 'speed' | 'temperature' | 'time' | 'force';
  units: Readonly<Record<string, { factor: number; offset?: number }>>;
}

const INCH = 25.4;

const DIMENSIONS: readonly Dimension[] = [
  { name: 'length', units: { mm: { factor: 1 }, cm: { factor: 10 }, m: { factor: 1000 }, in: { factor: INCH } } },
  { name: 'speed', units: { 'mm/s': { factor: 1 }, 'mm/min': { factor: 1 / 60 }, 'in/s': { factor: INCH } } },
  { name: 'temperature', units: { '°C': { factor: 1 }, '°F': { factor: 5 / 9, offset: -160 / 9 } } },
  { name: 'time', units: { s: { factor: 1 }, min: { factor: 60 } } },
  { name: 'force', units: { gf: { factor: 1 }, N: { factor: 1000 / 9.80665 } } },
];

/** Other ways in which makers write a unit. */
const SPELLINGS: Readonly<Record<string, string>> = {
  c: '°C',
  f: '°F',
  '"': 'in',
  '”': 'in',
  inch: 'in',
  g: 'gf',
  ips: 'in/s',
  'mm/sec': 'mm/s',
  'in/sec': 'in/s',
  '"/s': 'in/s',
  sec: 's',
};

const dimensionOf = (unit: string): Dimension | undefined => DIMENSIONS.find((dimension) => unit in dimension.units);

/** The units that `unit` can be turned into, itself first; only itself where it stands alone (a bare number, %). */
export function unitsLike(unit: string): string[] {
  const dimension = dimensionOf(unit);
  return dimension ? [unit, ...Object.keys(dimension.units).filter((other) => other !== unit)] : [unit];
}

/** The unit a maker means by this text, among the known ones; null where it is none of them. */
export function readUnit(text: string): string | null {
  const trimmed = text.trim();
  if (dimensionOf(trimmed)) return trimmed;
  const lower = trimmed.toLowerCase();
  return SPELLINGS[lower] ?? SPELLINGS[lower.replace(/^°/, '')] ?? (dimensionOf(lower) ? lower : null);
}

/**
 * A value in another unit of the same dimension.
 * Returns null where the two units do not measure the same thing.
 * @example convertUnit(320, '°F', '°C') // 160
 */
export function convertUnit(value: number, from: string, to: string): number | null {
  if (from === to) return value;
  const dimension = dimensionOf(from);
  if (!dimension || !(to in dimension.units)) return null;
  const source = dimension.units[from];
  const target = dimension.units[to];
  const base = value * source.factor + (source.offset ?? 0);
  return tidy((base - (target.offset ?? 0)) / target.factor);
}

/** Drops what only floating point added, far below anything that can be measured. */
function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
