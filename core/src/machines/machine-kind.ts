import type { ToolKind } from '../tools';

interface MachineKindRow {
  name: string;
  label: string;
  /** What it works with. */
  does: 'tool' | 'beam' | 'heat';
  /** The tool that belongs to it and is not put in by hand. */
  builtIn?: ToolKind;
  /** The dials such a machine usually has, with the unit usually shown. */
  usualDials: readonly { name: string; label: string; unit: string; min: number; max: number; step: number }[];
}

const TABLE = [
  {
    name: 'plotter',
    label: 'Blade plotter',
    does: 'tool',
    usualDials: [
      { name: 'force', label: 'Force', unit: '', min: 1, max: 30, step: 1 },
      { name: 'speed', label: 'Speed', unit: '', min: 1, max: 10, step: 1 },
    ],
  },
  {
    name: 'diode-laser',
    label: 'Diode laser',
    does: 'beam',
    builtIn: 'laser-head',
    usualDials: [
      { name: 'power', label: 'Power', unit: '%', min: 1, max: 100, step: 1 },
      { name: 'speed', label: 'Speed', unit: 'mm/min', min: 50, max: 10000, step: 50 },
    ],
  },
  {
    name: 'co2-laser',
    label: 'CO₂ laser',
    does: 'beam',
    builtIn: 'laser-head',
    usualDials: [
      { name: 'power', label: 'Power', unit: '%', min: 5, max: 100, step: 1 },
      { name: 'speed', label: 'Speed', unit: 'mm/s', min: 1, max: 500, step: 1 },
    ],
  },
  {
    name: 'clam-press',
    label: 'Heat press, clam',
    does: 'heat',
    builtIn: 'press-plate',
    usualDials: [
      { name: 'temperature', label: 'Temperature', unit: '°C', min: 60, max: 220, step: 1 },
      { name: 'dwell', label: 'Timer', unit: 's', min: 1, max: 300, step: 1 },
      { name: 'pressure', label: 'Pressure knob', unit: 'turns', min: 0, max: 8, step: 0.5 },
    ],
  },
  {
    name: 'hand-press',
    label: 'Heat press, hand plate',
    does: 'heat',
    builtIn: 'press-plate',
    usualDials: [{ name: 'temperature', label: 'Temperature', unit: '°C', min: 80, max: 210, step: 5 }],
  },
] as const satisfies readonly MachineKindRow[];

export type MachineKind = (typeof TABLE)[number]['name'];
export type MachineKindFacts = MachineKindRow & { name: MachineKind };

export const MACHINE_KIND_TABLE: readonly MachineKindFacts[] = TABLE;
export const MACHINE_KINDS: readonly MachineKind[] = MACHINE_KIND_TABLE.map((row) => row.name);

/** What there is to know of a kind of machine. @throws RangeError for an unknown kind */
export function machineKindOf(name: MachineKind): MachineKindFacts {
  const row = MACHINE_KIND_TABLE.find((kind) => kind.name === name);
  if (!row) throw new RangeError(`The kind of a machine must be one of ${MACHINE_KINDS.join(', ')}; “${name}” came.`);
  return row;
}
