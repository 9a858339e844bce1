import type { DetailField } from '../units';

interface ToolKindRow {
  name: string;
  label: string;
  /** What its wear is counted in: metres done, or hours at work. */
  wearUnit: 'm' | 'h';
  /** Where it goes: into a holder of a plotter, or it belongs to one machine. */
  isBuiltIn: boolean;
  /** It leaves ink behind, of a colour of its own. */
  hasInk?: boolean;
  /** It is hot while it works, and warms up before. */
  isHot?: boolean;
  /** What it is called where that is not “tool”. */
  calledA?: string;
  /** It does the same as long as it is there. */
  neverWears?: boolean;
  fields: readonly DetailField[];
}

const blade = {
  wearUnit: 'm',
  isBuiltIn: false,
  fields: [
    { name: 'angle', label: 'Angle', kind: 'number', unit: '°', min: 10, max: 90 },
    { name: 'trail', label: 'Trail behind its holder', kind: 'number', unit: 'mm', min: 0, max: 5 },
  ],
} as const;

const TABLE = [
  { name: 'fine-blade', label: 'Fine blade', ...blade },
  { name: 'deep-blade', label: 'Deep blade', ...blade },
  {
    name: 'rotary-blade',
    label: 'Rotary blade',
    wearUnit: 'm',
    isBuiltIn: false,
    fields: [{ name: 'diameter', label: 'Diameter', kind: 'number', unit: 'mm', min: 1, max: 80 }],
  },
  { name: 'knife', label: 'Knife', ...blade },
  { name: 'scoring-wheel', label: 'Scoring wheel', wearUnit: 'm', isBuiltIn: false, fields: [] },
  {
    name: 'stylus',
    label: 'Stylus',
    wearUnit: 'm',
    isBuiltIn: false,
    fields: [{ name: 'tip', label: 'Ball at the tip', kind: 'number', unit: 'mm', min: 0.1, max: 10 }],
  },
  {
    name: 'engraving-point',
    label: 'Engraving point',
    wearUnit: 'm',
    isBuiltIn: false,
    fields: [{ name: 'angle', label: 'Angle', kind: 'number', unit: '°', min: 10, max: 150 }],
  },
  {
    name: 'pen',
    hasInk: true,
    label: 'Pen',
    wearUnit: 'm',
    isBuiltIn: false,
    fields: [
      { name: 'ink', label: 'Ink colour', kind: 'colour' },
      { name: 'lineWidth', label: 'Line width', kind: 'number', unit: 'mm', min: 0.05, max: 20 },
    ],
  },
  {
    name: 'heated-tip',
    isHot: true,
    label: 'Heated tip',
    wearUnit: 'm',
    isBuiltIn: false,
    fields: [
      { name: 'tip', label: 'Tip width', kind: 'number', unit: 'mm', min: 0.1, max: 10 },
      { name: 'warmUp', label: 'Warm-up', kind: 'number', unit: 'min', min: 0, max: 60 },
    ],
  },
  {
    name: 'laser-head',
    calledA: 'head',
    label: 'Laser head',
    wearUnit: 'h',
    isBuiltIn: true,
    fields: [{ name: 'focus', label: 'Focal length', kind: 'number', unit: 'mm', min: 1, max: 300 }],
  },
  { name: 'press-plate', neverWears: true, label: 'Press plate', wearUnit: 'h', isBuiltIn: true, fields: [] },
] as const satisfies readonly ToolKindRow[];

export type ToolKind = (typeof TABLE)[number]['name'];
export type ToolKindFacts = ToolKindRow & { name: ToolKind };

export const TOOL_KIND_TABLE: readonly ToolKindFacts[] = TABLE;
export const TOOL_KINDS: readonly ToolKind[] = TOOL_KIND_TABLE.map((row) => row.name);

/** What there is to know of a kind of tool. @throws RangeError for an unknown kind */
export function toolKindOf(name: ToolKind): ToolKindFacts {
  const row = TOOL_KIND_TABLE.find((kind) => kind.name === name);
  if (!row) throw new RangeError(`The kind of a tool must be one of ${TOOL_KINDS.join(', ')}; “${name}” came.`);
  return row;
}
