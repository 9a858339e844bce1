import type { Machine, MachineKindFacts } from '../machines';
import { familyOf, type FamilyName } from '../materials';
import type { Process, Settings } from '../recipes';
import { toolKindOf, type ToolKind } from '../tools';
import { formatNumber, type Details } from '../units';

/** What a step has to do with, as far as getting ready for it goes. */
export interface Prepared {
  process: Process;
  settings: Settings;
  machine: Pick<Machine, 'name' | 'kind' | 'homes' | 'zero' | 'origin'>;
  kind: MachineKindFacts;
  tool: { name: string; kind: ToolKind; details: Details };
  holder: number;
  material: { name: string; family: FamilyName; thicknessMm: number; facing: string; details: Details };
  onCarrier: boolean;
  /** Where the corners of the pieces lie that share its carrier, in mm; none where one lies in the carrier's own corner. */
  carrierAt?: readonly { x: number; y: number }[];
  isFromBack: boolean;
  /** What it is pressed onto, where somebody said so. */
  ground?: { name: string; family: FamilyName } | null;
}

/**
 * When a line has to be ticked: with each new sheet, each new material, each new tool, each machine, before each start, or where the
 * sheet stays as it lies.
 */
export type TickedWith = 'sheet' | 'material' | 'tool' | 'machine' | 'start' | 'kept';

export interface PreparationRow {
  id: string;
  with: TickedWith;
  /** For somebody's eyes, lungs and home: it can be neither removed nor passed over. */
  isSafety?: boolean;
  isNeeded: (step: Prepared) => boolean;
  says: (step: Prepared) => string;
  /** So long it takes by itself; a clock goes beside it. */
  minutes?: (step: Prepared) => number;
}

const isPlotter = ({ kind }: Prepared) => kind.does === 'tool';
const isBeam = ({ kind }: Prepared) => kind.does === 'beam';
const isPress = ({ kind }: Prepared) => kind.does === 'heat';
/** A board, a plate or a tile, not something to wear. */
const isOntoHard = ({ ground }: Prepared) => !!ground && !familyOf(ground.family).isSupple;

const USUAL_WARM_UP_MINUTES = 5;
const ROLLERS_FROM_MM = 1;

/** Everything that may have to be done before a start. Each line asks for itself whether this step needs it. */
export const PREPARATION: readonly PreparationRow[] = [
  {
    id: 'carrier',
    with: 'sheet',
    isNeeded: (step) => isPlotter(step) && step.onCarrier,
    says: ({ material }) =>
      `${material.name} pressed flat on its carrier sheet: ${familyOf(material.family).tack ?? 'well tacky'}`,
  },
  {
    id: 'carrier-places',
    with: 'sheet',
    isNeeded: (step) => isPlotter(step) && step.onCarrier && (step.carrierAt?.length ?? 0) > 0,
    says: ({ material, carrierAt = [] }) =>
      `${carrierAt.length === 1 ? material.name : `${carrierAt.length} pieces`} taped down with the near left ${carrierAt.length === 1 ? 'corner' : 'corners'} ${carrierAt
        .map(({ x, y }) => `${formatNumber(x, 1)} mm in and ${formatNumber(y, 1)} mm up`)
        .join('; ')} from the carrier’s`,
  },
  {
    id: 'fed',
    with: 'sheet',
    isNeeded: (step) => isPlotter(step) && !step.onCarrier,
    says: ({ material }) => `${material.name} fed in straight, under the rollers`,
  },
  {
    id: 'stays',
    with: 'kept',
    isNeeded: isPlotter,
    says: () => 'The sheet lies as it did: not lifted, not moved',
  },
  {
    id: 'foil',
    with: 'material',
    isNeeded: (step) => isPlotter(step) && familyOf(step.material.family).liesOverOther === true,
    says: ({ material }) =>
      `${material.name} laid over its place and taped all round, without lifting what lies under it`,
  },
  {
    id: 'flat',
    with: 'sheet',
    isNeeded: isBeam,
    says: ({ material }) => `${material.name} lies flat and cannot shift`,
  },
  {
    id: 'face',
    with: 'material',
    isNeeded: (step) => step.material.facing.trim() !== '' && !isPress(step),
    says: ({ material, isFromBack }) =>
      isFromBack ? `Back up: it is worked from behind (else ${material.facing})` : `Which side: ${material.facing}`,
  },
  {
    id: 'rollers',
    with: 'material',
    isNeeded: (step) => isPlotter(step) && step.material.thicknessMm >= ROLLERS_FROM_MM,
    says: () => 'Rollers pushed aside, clear of the material',
  },
  {
    id: 'taped',
    with: 'sheet',
    isNeeded: (step) => isPlotter(step) && step.onCarrier && familyOf(step.material.family).slipsOnCarrier === true,
    says: () => 'Margins taped down all round',
  },
  {
    id: 'tool',
    with: 'tool',
    isNeeded: isPlotter,
    says: ({ tool, holder }) => `${tool.name} in holder ${holder}, pushed home, clamp closed`,
  },
  {
    id: 'warm',
    with: 'tool',
    isNeeded: ({ tool }) => toolKindOf(tool.kind).isHot === true,
    says: ({ tool }) => `${tool.name} is warm`,
    minutes: ({ tool }) => (typeof tool.details.warmUp === 'number' ? tool.details.warmUp : USUAL_WARM_UP_MINUTES),
  },
  {
    id: 'hot',
    with: 'tool',
    isSafety: true,
    isNeeded: ({ tool }) => toolKindOf(tool.kind).isHot === true,
    says: () => 'Nobody touches the tip, and nothing that melts lies under it',
  },
  {
    id: 'pen',
    with: 'tool',
    isNeeded: ({ tool }) => toolKindOf(tool.kind).hasInk === true,
    says: ({ tool }) => `${tool.name} uncapped, and it writes on a scrap`,
  },
  {
    id: 'homed',
    with: 'machine',
    isNeeded: (step) => isBeam(step) && !step.machine.homes && step.machine.zero !== 'work',
    says: ({ machine }) => `Head pushed to its ${machine.origin} corner before ${machine.name} was switched on`,
  },
  {
    id: 'zero',
    with: 'material',
    isNeeded: ({ machine }) => machine.zero === 'work',
    says: ({ machine }) =>
      `Zero set at the ${machine.origin}${machine.origin === 'centre' ? '' : ' corner'} of the work`,
  },
  {
    id: 'focus',
    with: 'material',
    isNeeded: isBeam,
    says: ({ material }) => `Focus set for ${formatNumber(material.thicknessMm, 2)} mm`,
  },
  {
    id: 'air',
    with: 'material',
    isNeeded: (step) => isBeam(step) && step.settings.air === 1,
    says: () => 'Air on, its nozzle clear',
  },
  {
    id: 'vent',
    with: 'machine',
    isSafety: true,
    isNeeded: (step) => isBeam(step) && familyOf(step.material.family).smokes === true,
    says: () => 'Extraction on, its hose clear',
  },
  {
    id: 'lid',
    with: 'start',
    isSafety: true,
    isNeeded: ({ machine }) => machine.kind === 'co2-laser',
    says: () => 'Lid closed',
  },
  {
    id: 'goggles',
    with: 'start',
    isSafety: true,
    isNeeded: ({ machine }) => machine.kind === 'diode-laser',
    says: () => 'Goggles for this beam on, for everybody in the room',
  },
  {
    id: 'extinguisher',
    with: 'machine',
    isSafety: true,
    isNeeded: isBeam,
    says: () => 'Extinguisher at hand, nothing that burns beside the machine',
  },
  {
    id: 'stay',
    with: 'start',
    isSafety: true,
    isNeeded: isBeam,
    says: () => 'Somebody stays in the room until it is done',
  },
  {
    id: 'washed',
    with: 'material',
    isNeeded: (step) =>
      (isPress(step) && !isOntoHard(step)) ||
      (isPlotter(step) && familyOf(step.material.family).isWoven === true && step.material.details.shrinks === true),
    says: (step) =>
      isPress(step) ? 'Garment washed, dry and without lint' : `${step.material.name} washed before, as it shrinks`,
  },
  {
    id: 'wiped',
    with: 'material',
    isNeeded: (step) => isPress(step) && isOntoHard(step),
    says: ({ ground }) => `${ground!.name} wiped and without dust, its protective film off`,
  },
  {
    id: 'shifts',
    with: 'material',
    isNeeded: ({ process }) => process.gives === 'print',
    says: () => 'The print lies on its blank, ink to it, and heat tape holds it where it is',
  },
  {
    id: 'steam',
    with: 'machine',
    isNeeded: ({ machine }) => machine.kind === 'hand-press',
    says: ({ machine }) => `No steam: ${machine.name} is empty, or steam is off`,
  },
  {
    id: 'cover',
    with: 'material',
    isNeeded: (step) => isPress(step) && (step.settings.cover ?? 0) > 0,
    says: () => 'Cover sheet laid ready',
  },
  {
    id: 'plate',
    with: 'machine',
    isSafety: true,
    isNeeded: isPress,
    says: ({ machine }) => `${machine.name} stands firm and is warm; gloves at hand`,
  },
];
