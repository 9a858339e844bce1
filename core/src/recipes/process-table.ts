import type { MachineKind } from '../machines';
import type { ToolKind } from '../tools';
import type { Outcome } from './outcome';
import type { QuantityName } from './quantity';

/**
 * How one quantity takes part in the dose, in log space: `exponent` times the logarithm of its physical value (for
 * `arrhenius`, of exp(−Ea/R·(1/T − 1/T₀))). What stands first is what the maker turns to change the dose.
 */
export interface DoseTerm {
  quantity: QuantityName;
  exponent: number;
  law: 'power' | 'arrhenius';
  /** Set to the material rather than to the dose: it goes up with the thickness. */
  followsThickness?: boolean;
}

/**
 * The hidden law of a process: of a tool, a share of the force that goes just through, or a force of its own on the surface (gf
 * at 100 mm/s); of a beam, which of a material's needs it has to meet; and how wide the window is, in log dose.
 */
export type StandInLaw =
  | { by: 'tool'; share: number; surfaceGf: number; window: number }
  | { by: 'beam'; need: 'cut' | 'line' | 'area'; window: number }
  | { by: 'plate' };

/** What there is to know of a process. Everything else asks this table, so that adding a process touches it alone. */
export interface ProcessRow {
  name: string;
  label: string;
  /** Place in the order of steps: lower runs first. */
  rank: number;
  machineKinds: readonly MachineKind[];
  toolKinds: readonly ToolKind[];
  required: readonly QuantityName[];
  optional: readonly QuantityName[];
  /** Whether the tool parts the material, so that a piece inside must go before the one round it. */
  parts: boolean;
  /** Where it parts, whether a backing under it holds what was cut. */
  keepsBacking: boolean;
  /** Whether it wants a face that nothing was pressed into or cut before. */
  wantsFlat: boolean;
  /** What the machine follows: the outline of the shapes, rows or dots that fill them, or nothing, as a plate does. */
  path: 'outline' | 'rows' | 'dots' | 'none';
  /** What it brings onto what lies under it; left out where it brings nothing. */
  gives?: 'pen ink' | 'foil' | 'film' | 'print';
  /** It throws up a burr at the edges of its lines. */
  raisesBurr?: true;
  /** Done from the back it lies over a stencil that is cut first: its place in the order of steps then. */
  rankOverStencil?: number;
  /** A print is laid with its face to what it is pressed onto, so that it has to be printed reversed. */
  liesFaceDown?: boolean;
  /** What it makes moves where the plate comes down a second time: a print of ink ghosts. */
  isPressedOnce?: boolean;
  /** What one trial shows: edges of small pieces, a filled patch, lines ever closer, or a swatch; and how large it is. */
  trial: { shows: 'edges' | 'patch' | 'lines' | 'swatch'; sideMm: number };
  /** How it comes out in the world of the stand-ins, which nobody else asks. */
  standIn: StandInLaw;
  /** The five outcomes in the words of the process. */
  outcomes: Readonly<Record<Outcome, string>>;
  /** How lines of this process are drawn: width in px and dashes; never a colour. */
  line: { width: number; dash?: string };
  dose: readonly DoseTerm[];
  /** dose ∝ thickness^α: what α is like before the maker's own recipes say more, and how sure that is. */
  thickness: { exponent: number; spread: number };
  /** Width of the good window in log dose, as it usually is. */
  window: number;
}

const power = (quantity: QuantityName, exponent: number): DoseTerm => ({ quantity, exponent, law: 'power' });

const PLOTTER = ['plotter'] as const;
const LASERS = ['diode-laser', 'co2-laser'] as const;
const PRESSES = ['clam-press', 'hand-press'] as const;
const BLADE_DOSE = [
  power('force', 1),
  power('passes', 0.5),
  power('speed', -0.1),
  { ...power('depth', 0.3), followsThickness: true },
] as const;
const RUBBING_DOSE = [power('force', 1), power('passes', 0.5), power('speed', -0.15)] as const;
const BEAM_DOSE = [power('power', 1), power('speed', -1), power('passes', 0.8)] as const;

/** Every process there is. */
export const PROCESS_TABLE = [
  {
    name: 'draw',
    label: 'Draw',
    rank: 10,
    machineKinds: PLOTTER,
    toolKinds: ['pen'],
    required: ['speed', 'passes'],
    optional: ['force'],
    parts: false,
    keepsBacking: false,
    wantsFlat: true,
    gives: 'pen ink',
    path: 'outline',
    trial: { shows: 'lines', sideMm: 12 },
    standIn: { by: 'tool', share: 0, surfaceGf: 20, window: 0.9 },
    outcomes: {
      'far-under': 'no line',
      under: 'line skips',
      right: 'even line',
      over: 'ink bleeds',
      'far-over': 'paper torn',
    },
    line: { width: 1.2, dash: '0.1 3' },
    dose: [power('speed', -0.6), power('force', 0.3), power('passes', 0.7)],
    thickness: { exponent: 0, spread: 0.05 },
    window: 0.6,
  },
  {
    name: 'foil',
    label: 'Foil',
    rank: 20,
    machineKinds: PLOTTER,
    toolKinds: ['heated-tip'],
    required: ['force', 'speed', 'passes'],
    optional: ['temperature'],
    parts: false,
    keepsBacking: false,
    wantsFlat: true,
    gives: 'foil',
    path: 'outline',
    trial: { shows: 'patch', sideMm: 14 },
    standIn: { by: 'tool', share: 0, surfaceGf: 94, window: 0.5 },
    outcomes: {
      'far-under': 'no foil holds',
      under: 'foil skips',
      right: 'full and sharp',
      over: 'edges bleed',
      'far-over': 'paper pressed through',
    },
    line: { width: 2.4, dash: '1 2.5' },
    dose: [power('force', 0.6), power('speed', -0.5), power('passes', 0.6)],
    thickness: { exponent: 0, spread: 0.1 },
    window: 0.4,
  },
  {
    name: 'deboss',
    label: 'Deboss',
    rank: 30,
    machineKinds: PLOTTER,
    toolKinds: ['stylus'],
    required: ['force', 'speed', 'passes'],
    optional: [],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    rankOverStencil: 60.5,
    path: 'outline',
    trial: { shows: 'lines', sideMm: 12 },
    standIn: { by: 'tool', share: 1.1, surfaceGf: 0, window: 0.45 },
    outcomes: {
      'far-under': 'no mark',
      under: 'hardly to be felt',
      right: 'clear relief',
      over: 'surface breaks',
      'far-over': 'torn',
    },
    line: { width: 2.4, dash: '5 2' },
    dose: RUBBING_DOSE,
    thickness: { exponent: 0.7, spread: 0.2 },
    window: 0.4,
  },
  {
    name: 'drag-engrave',
    label: 'Drag engrave',
    rank: 31,
    machineKinds: PLOTTER,
    toolKinds: ['engraving-point'],
    required: ['force', 'speed', 'passes'],
    optional: ['interval'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    raisesBurr: true,
    path: 'outline',
    trial: { shows: 'patch', sideMm: 12 },
    standIn: { by: 'tool', share: 0.9, surfaceGf: 0, window: 0.5 },
    outcomes: {
      'far-under': 'no mark',
      under: 'too faint',
      right: 'clear line',
      over: 'burr at the edges',
      'far-over': 'point digs in',
    },
    line: { width: 1.2, dash: '2 1.5' },
    dose: RUBBING_DOSE,
    thickness: { exponent: 0, spread: 0.1 },
    window: 0.45,
  },
  {
    name: 'laser-area',
    label: 'Laser area',
    rank: 32,
    machineKinds: LASERS,
    toolKinds: ['laser-head'],
    required: ['power', 'speed', 'interval'],
    optional: ['passes', 'air'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    path: 'rows',
    trial: { shows: 'patch', sideMm: 12 },
    standIn: { by: 'beam', need: 'area', window: 0.36 },
    outcomes: {
      'far-under': 'no mark',
      under: 'too faint',
      right: 'even and clear',
      over: 'too deep',
      'far-over': 'charred',
    },
    line: { width: 4, dash: '1.5 1.5' },
    dose: [...BEAM_DOSE, power('interval', -1)],
    thickness: { exponent: 0, spread: 0.1 },
    window: 0.35,
  },
  {
    name: 'laser-line',
    label: 'Laser line',
    rank: 33,
    machineKinds: LASERS,
    toolKinds: ['laser-head'],
    required: ['power', 'speed'],
    optional: ['passes', 'air'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'lines', sideMm: 12 },
    standIn: { by: 'beam', need: 'line', window: 0.42 },
    outcomes: {
      'far-under': 'no mark',
      under: 'too faint',
      right: 'clear line',
      over: 'too deep',
      'far-over': 'burnt wide',
    },
    line: { width: 1.2, dash: '5 1.5 1 1.5 1 1.5' },
    dose: BEAM_DOSE,
    thickness: { exponent: 0, spread: 0.1 },
    window: 0.4,
  },
  {
    name: 'score',
    label: 'Score',
    rank: 40,
    machineKinds: PLOTTER,
    toolKinds: ['scoring-wheel', 'stylus', 'fine-blade', 'deep-blade'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'lines', sideMm: 12 },
    standIn: { by: 'tool', share: 0.6, surfaceGf: 0, window: 0.42 },
    outcomes: {
      'far-under': 'no crease',
      under: 'folds unevenly',
      right: 'folds clean',
      over: 'surface cracks',
      'far-over': 'cut through',
    },
    line: { width: 1.6, dash: '7 4' },
    dose: BLADE_DOSE,
    thickness: { exponent: 0.8, spread: 0.2 },
    window: 0.4,
  },
  {
    name: 'kiss-cut',
    label: 'Kiss cut',
    rank: 50,
    machineKinds: PLOTTER,
    toolKinds: ['fine-blade', 'deep-blade'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth', 'overcut'],
    parts: true,
    keepsBacking: true,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'edges', sideMm: 12 },
    standIn: { by: 'tool', share: 1, surfaceGf: 0, window: 0.42 },
    outcomes: {
      'far-under': 'not cut',
      under: 'hangs in places',
      right: 'clean',
      over: 'backing marked',
      'far-over': 'backing cut',
    },
    line: { width: 1.6, dash: '10 3 1.5 3' },
    dose: BLADE_DOSE,
    thickness: { exponent: 0.9, spread: 0.2 },
    window: 0.35,
  },
  {
    name: 'through-cut',
    label: 'Through cut',
    rank: 60,
    machineKinds: PLOTTER,
    toolKinds: ['deep-blade', 'fine-blade', 'rotary-blade', 'knife'],
    required: ['force', 'speed', 'passes'],
    optional: ['depth', 'overcut'],
    parts: true,
    keepsBacking: false,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'edges', sideMm: 12 },
    standIn: { by: 'tool', share: 1, surfaceGf: 0, window: 0.42 },
    outcomes: {
      'far-under': 'not through',
      under: 'hangs in places',
      right: 'clean',
      over: 'edge pressed down',
      'far-over': 'edge torn, mat cut',
    },
    line: { width: 3 },
    dose: BLADE_DOSE,
    thickness: { exponent: 0.9, spread: 0.2 },
    window: 0.4,
  },
  {
    name: 'laser-cut',
    label: 'Laser cut',
    rank: 61,
    machineKinds: LASERS,
    toolKinds: ['laser-head'],
    required: ['power', 'speed', 'passes'],
    optional: ['air'],
    parts: true,
    keepsBacking: false,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'edges', sideMm: 12 },
    standIn: { by: 'beam', need: 'cut', window: 0.36 },
    outcomes: {
      'far-under': 'not through',
      under: 'hangs in places',
      right: 'through, clean edge',
      over: 'edge scorched',
      'far-over': 'charred',
    },
    line: { width: 3, dash: '14 2' },
    dose: BEAM_DOSE,
    thickness: { exponent: 1.1, spread: 0.2 },
    window: 0.35,
  },
  {
    name: 'heat-press',
    label: 'Heat press',
    rank: 70,
    machineKinds: PRESSES,
    toolKinds: ['press-plate'],
    required: ['temperature', 'dwell'],
    optional: ['pressure', 'preheat', 'second', 'peel', 'cover'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    gives: 'film',
    path: 'none',
    trial: { shows: 'swatch', sideMm: 30 },
    standIn: { by: 'plate' },
    outcomes: {
      'far-under': 'does not hold',
      under: 'edge lifts',
      right: 'holds everywhere',
      over: 'shines, edge creeps',
      'far-over': 'scorched',
    },
    line: { width: 5, dash: '0.1 6' },
    dose: [power('dwell', 1), { quantity: 'temperature', exponent: 1, law: 'arrhenius' }, power('pressure', 0.3)],
    thickness: { exponent: 0.4, spread: 0.2 },
    window: 0.5,
  },
  {
    name: 'sublimate',
    label: 'Sublimation',
    rank: 72,
    machineKinds: PRESSES,
    toolKinds: ['press-plate'],
    required: ['temperature', 'dwell'],
    optional: ['pressure', 'preheat', 'cover'],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    gives: 'print',
    path: 'none',
    liesFaceDown: true,
    isPressedOnce: true,
    trial: { shows: 'swatch', sideMm: 30 },
    standIn: { by: 'plate' },
    outcomes: {
      'far-under': 'pale',
      under: 'uneven',
      right: 'full colour',
      over: 'colour creeps',
      'far-over': 'scorched or warped',
    },
    line: { width: 4, dash: '1 4' },
    dose: [power('dwell', 1), { quantity: 'temperature', exponent: 1, law: 'arrhenius' }, power('pressure', 0.15)],
    thickness: { exponent: 0.15, spread: 0.15 },
    window: 0.4,
  },
] as const satisfies readonly ProcessRow[];
