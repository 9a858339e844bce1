import type { SheetTurn } from '../layout';
import { processOf, type ProcessName } from './process';

/** What decides a step's turn and the hold before it. */
export interface OrderedStep {
  process: ProcessName;
  materialId: string | null;
  /** null while nothing is known of it. */
  sheetId: string | null;
  machineId: string;
  toolId: string;
  holder: number;
  turned?: SheetTurn | null;
  /** Where its sheet lies on the carrier; what lies somewhere on one shares it with what comes before. */
  carrierAt?: { x: number; y: number } | null;
}

/** What of a step decides its place among others. */
export interface Turned {
  process: ProcessName;
  isFromBack?: boolean;
  turned?: SheetTurn | null;
}

/** What is debossed from the back lies over its stencil, which has to be there by then. */
export const liesOverStencil = ({ process, isFromBack }: Turned): boolean =>
  processOf(process).rankOverStencil !== undefined && isFromBack === true;

const rankOf = (step: Turned): number => {
  const { rank, rankOverStencil = rank } = processOf(step.process);
  return liesOverStencil(step) ? rankOverStencil : rank;
};

/** The front is done before the sheet is turned over. */
const sideOf = ({ turned }: Turned): number => (turned ? 1 : 0);

/**
 * Steps in the order in which they have to run: by the rank of their process (draw before score before kiss cut before
 * through cut), the front before the back; steps of equal rank keep the order in which they came.
 */
export function orderSteps<S extends Turned>(steps: S[]): S[] {
  return [...steps].sort((a, b) => sideOf(a) - sideOf(b) || rankOf(a) - rankOf(b));
}

/** What has to happen at the machine before a step. */
export interface Hold {
  /** The work goes on at another machine. */
  machine: boolean;
  /** Another sheet goes in. */
  sheet: boolean;
  /** Another material on the same sheet: foil is laid over it, or taken off. */
  cover: boolean;
  /** Another tool goes into the step's holder. */
  tool: boolean;
  /** The sheet is turned over. */
  turnOver?: SheetTurn;
  /** Nothing was done before: it is got ready for the first start. */
  first?: boolean;
  /** So many passes of the same work are done: it is looked at whether it needs the others. */
  lookAfter?: number;
  /** What was not enough is gone over again in its place. */
  again?: boolean;
}

/** A step's hold (null where it goes on by itself), and whether the sheet must lie as it did in the step before. */
export interface StepTurn {
  hold: Hold | null;
  keepsSheet: boolean;
}

/** For each step, in order, what happens before it. All holders are taken to be filled with what they first need at the start. */
export function turnsOf(steps: readonly OrderedStep[]): StepTurn[] {
  const inHolder = new Map<string, string>();
  return steps.map((step, i) => {
    const before = steps[i - 1];
    const holder = `${step.machineId} ${step.holder}`;
    const tool = (inHolder.get(holder) ?? step.toolId) !== step.toolId;
    inHolder.set(holder, step.toolId);
    if (!before) return { hold: null, keepsSheet: false };
    const machine = before.machineId !== step.machineId;
    const isOneSheet = !machine && step.sheetId !== null && before.sheetId === step.sheetId;
    const isOneCarrier = !machine && Boolean(before.carrierAt && step.carrierAt);
    const keepsSheet = isOneSheet || isOneCarrier;
    const cover = isOneSheet && before.materialId !== step.materialId;
    const turnOver = before.sheetId === step.sheetId ? turnBetween(before, step) : step.turned;
    const hold =
      machine || !keepsSheet || cover || tool || turnOver
        ? { machine, sheet: !keepsSheet, cover, tool, ...(turnOver ? { turnOver } : {}) }
        : null;
    return { hold, keepsSheet: keepsSheet && !turnOver };
  });
}

const turnBetween = (before: OrderedStep, step: OrderedStep): SheetTurn | null =>
  sideOf(before as Turned) === sideOf(step as Turned) ? null : (step.turned ?? before.turned ?? null);

/** What goes wrong where a step runs before another that should have come first, by the processes of both. */
export function wrongOrder(first: Turned, later: Turned): string | null {
  const [a, b] = [processOf(first.process), processOf(later.process)];
  if (sideOf(first) > sideOf(later))
    return `${a.label} on the back comes before ${b.label.toLowerCase()} on the front: the sheet is turned over twice, and twice lies a little off`;
  if (sideOf(first) < sideOf(later) || rankOf(first) <= rankOf(later)) return null;
  if (liesOverStencil(first)) return `${a.label} over a stencil comes before the stencil is cut`;
  if (a.parts)
    return `${a.label} comes before ${b.label.toLowerCase()}: what is cut loose shifts, and the ${b.label.toLowerCase()} lands beside its place`;
  if (b.wantsFlat)
    return `${a.label} comes before ${b.label.toLowerCase()}: the surface is no longer flat, and lines skip`;
  return `${a.label} comes before ${b.label.toLowerCase()}`;
}
