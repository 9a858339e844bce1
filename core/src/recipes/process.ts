import type { Outcome } from './outcome';

export const PROCESS_NAMES = ['draw', 'score', 'kiss-cut', 'through-cut'] as const;
export type ProcessName = (typeof PROCESS_NAMES)[number];

export const TOOL_KINDS = ['fine-blade', 'deep-blade', 'scoring-wheel', 'pen'] as const;
export type ToolKind = (typeof TOOL_KINDS)[number];

/** The quantities a recipe may hold. Those that are no dial of the machine are carried in the machine file. */
export const QUANTITIES = ['force', 'depth', 'speed', 'passes', 'overcut'] as const;
export type QuantityName = (typeof QUANTITIES)[number];

/** What there is to know about a process; everything else asks this table. */
export interface Process {
  name: ProcessName;
  label: string;
  /** Place in the order of steps: lower runs first (draw, then score, then kiss cut, then through cut). */
  rank: number;
  toolKinds: readonly ToolKind[];
  required: readonly QuantityName[];
  optional: readonly QuantityName[];
  /** Whether the tool parts the material, so that a piece inside must go before the one round it. */
  parts: boolean;
  /** The five outcomes in the words of the process. */
  outcomes: Readonly<Record<Outcome, string>>;
}

const TABLE: readonly Process[] = [
  {
    name: 'draw',
    label: 'Draw',
    rank: 10,
    toolKinds: ['pen'],
    required: ['speed', 'passes'],
    optional: ['force'],
    parts: false,
    outcomes: { 'far-under': 'no line', under: 'line skips', right: 'even line', over: 'ink bleeds', 'far-over': 'paper torn' },
  },
  {
    name: 'score',
    label: 'Score',
    rank: 40,
    toolKinds: ['scoring-wheel', 'fine-blade', 'deep-blade'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth'],
    parts: false,
    outcomes: { 'far-under': 'no crease', under: 'folds unevenly', right: 'folds clean', over: 'surface cracks', 'far-over': 'cut through' },
  },
  {
    name: 'kiss-cut',
    label: 'Kiss cut',
    rank: 50,
    toolKinds: ['fine-blade', 'deep-blade'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth', 'overcut'],
    parts: true,
    outcomes: { 'far-under': 'not cut', under: 'hangs in places', right: 'clean', over: 'backing marked', 'far-over': 'backing cut' },
  },
  {
    name: 'through-cut',
    label: 'Through cut',
    rank: 60,
    toolKinds: ['deep-blade', 'fine-blade'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth', 'overcut'],
    parts: true,
    outcomes: { 'far-under': 'not through', under: 'hangs in places', right: 'clean', over: 'edge pressed down', 'far-over': 'edge torn, mat cut' },
  },
];

const BY_NAME = new Map(TABLE.map((process) => [process.name, process]));

/** All processes in the order in which they run. */
export const PROCESSES = TABLE;

/** The process of that name. @throws RangeError for an unknown name */
export function processOf(name: ProcessName): Process {
  const process = BY_NAME.get(name);
  if (!process) throw new RangeError(`The process must be one of ${PROCESS_NAMES.join(', ')}; “${name}” came.`);
  return process;
}
