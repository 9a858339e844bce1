// The form that this migration brings jobs into, as it was when it was made. What stands here never changes.
import type { Bounds } from './lines';

export interface Drawing {
  id: string;
  source: string;
  name: string;
  choices: unknown;
  reading: number;
  drawn: Bounds;
  scaleX: number;
  scaleY: number;
  xMm: number;
  yMm: number;
  isSizeLocked: boolean;
  readsReversed: boolean | null;
}

export type Making =
  | { op: 'outline'; of: string[]; distanceMm: number }
  | { op: 'drawn'; drawingId: string; contours: (readonly [string, number])[] }
  | { op: 'bridges'; of: string[]; bridges: unknown[] };

export interface Part {
  id: string;
  name: string;
  role: string;
  stepId: string | null;
  making: Making;
}

export interface Step {
  id: string;
  colour: string;
  process: string;
  materialId: string | null;
  machineId: string;
  toolId: string;
  holder: number;
  mirrored: boolean;
  isSkipped: boolean;
  isProcessGuessed: boolean;
  nudge: unknown;
  fill: 'both-ways';
  rounds: 1;
  onMaterialId: null;
  cut: null;
  isFromBack: false;
  turned: null;
}

export interface Sheet {
  id: string;
  number: number;
  stockPieceId: string | null;
  size: null;
  onCarrier: boolean;
  photo: null;
}

export interface Placement {
  id: string;
  partId: string;
  sheetId: string;
  x: number;
  y: number;
  angle: number;
  turnedOver: boolean;
}

export interface JobDocument {
  drawings: Drawing[];
  parts: Part[];
  steps: Step[];
  sheets: Sheet[];
  placements: Placement[];
  isOrderByHand: boolean;
}

const LISTS = ['drawings', 'parts', 'steps', 'sheets', 'placements'] as const;

interface HasId {
  id: string;
}

/** What is different between two documents: each member as it was and as it became, and the order of a list that changed. */
export function differenceOf(before: JobDocument, after: JobDocument): Record<string, unknown> {
  const order: Record<string, unknown> = {};
  for (const name of LISTS) {
    const [was, is] = [before[name], after[name]].map((list: HasId[]) => list.map(({ id }) => id));
    if (!isSame(was, is)) order[name] = { before: was, after: is };
  }
  return {
    ...Object.fromEntries(LISTS.map((name) => [name, changedIn(before[name], after[name])])),
    isOrderByHand:
      before.isOrderByHand === after.isOrderByHand
        ? null
        : { before: before.isOrderByHand, after: after.isOrderByHand },
    order,
  };
}

function changedIn(before: readonly HasId[], after: readonly HasId[]) {
  const was = new Map(before.map((member) => [member.id, member]));
  const is = new Set(after.map(({ id }) => id));
  return [
    ...after.flatMap((member) => {
      const earlier = was.get(member.id) ?? null;
      return isSame(earlier, member) ? [] : [{ id: member.id, before: earlier, after: member }];
    }),
    ...before.flatMap((member) => (is.has(member.id) ? [] : [{ id: member.id, before: member, after: null }])),
  ];
}

function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  return (
    keys.length === others.length &&
    keys.every((key) => isSame((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  );
}
