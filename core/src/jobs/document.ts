import type { SourceChoices, SourceName } from '../artwork-choices';
import type { Bounds, Point } from '../geometry';
import type { FillWay } from '../hatching';
import type { Place, SheetTurn } from '../layout';
import type { TruePhoto } from '../materials';
import type { TabsOfStep } from '../output';
import type { Changes, ProcessName } from '../recipes';
import type { PictureWish } from '../raster';
import type { CutOrder } from '../toolpath';
import type { Making } from './making';

/** A drawing in a job: where it comes from, which of its readings holds, its true size, and where it stands. */
export interface Drawing {
  id: string;
  source: SourceName;
  name: string;
  choices: SourceChoices;
  /** The number of the reading that its parts are of. */
  reading: number;
  /** What that reading takes up as it was drawn, in mm. */
  drawn: Bounds;
  scaleX: number;
  scaleY: number;
  /** Where its upper left corner stands in the job's plane, in mm. */
  xMm: number;
  yMm: number;
  isSizeLocked: boolean;
  /** Whether it was drawn reversed already; null where nobody was asked. */
  readsReversed: boolean | null;
}

/** What becomes of a part: done in its step, shown to lay things by, left out, or there only for parts that stand on it. */
export const PART_ROLES = ['process', 'guide', 'out', 'within'] as const;
export type PartRole = (typeof PART_ROLES)[number];

/** A part of a job. */
export interface Part {
  id: string;
  name: string;
  role: PartRole;
  /** The step that takes it, also while it is a guide or left out; null where none does. */
  stepId: string | null;
  making: Making;
}

/** A change of what is dialled in for one step, that stays with the job. */
export interface StepNudge {
  changes: Changes;
  reason: string;
}

/** How the lines of a step are cut. */
export interface StepCut {
  order: CutOrder;
  /** How far in the waste a cut of a laser begins, in mm; null for as usual. */
  leadInMm: number | null;
  /** Where lines are left standing; null for nowhere. */
  tabs: TabsOfStep | null;
  /** How the pictures of its parts are engraved; as usual where nothing is said. */
  picture?: PictureWish | null;
  /** Of a laser that goes over it several times: after so many passes it stops, so that it can be looked at; null for no stop. */
  lookAfter?: number | null;
}

/** What is done in one go: with which machine and tool, in which material. */
export interface Step {
  id: string;
  /** The colour of the drawing that it takes. */
  colour: string;
  process: ProcessName;
  materialId: string | null;
  machineId: string;
  toolId: string;
  holder: number;
  /** Done from the back: its parts lie turned over. */
  mirrored: boolean;
  /** It is the way of the work that it is done from the back, whatever its material is like; what is debossed so lies over its stencil. */
  isFromBack: boolean;
  /** The sheet was turned over before it, so that its back is worked; null while its front lies up. */
  turned: SheetTurn | null;
  isSkipped: boolean;
  /** What is done was taken from the material's family, not chosen. */
  isProcessGuessed: boolean;
  /** Nobody has said yet what is done: the first material that is chosen brings what is usual for it. */
  isProcessOpen?: boolean;
  nudge: StepNudge | null;
  /** How an area is gone over, where the process goes over areas. */
  fill: FillWay;
  /** All of it is gone over at least so often on the same marks, whatever passes the recipe has. */
  rounds: number;
  /** How its lines are cut, beyond what the recipe says; null for as usual. */
  cut: StepCut | null;
  /** What it is pressed onto, as a material of its own; null while nobody has said, and for what is not pressed. */
  onMaterialId: string | null;
}

/** Something to lay parts on: a piece of stock, a bare size, or nothing that is known yet. */
export interface Sheet {
  id: string;
  /** Counted from 1, in the order in which the steps come to them. */
  number: number;
  stockPieceId: string | null;
  size: { widthMm: number; lengthMm: number } | null;
  onCarrier: boolean;
  /** Where its corner lies on the carrier: so far to the right, and in, in mm; not there where it lies in the carrier's own corner. */
  carrierAt?: Point | null;
  /** What it looks like, at true size, to lay parts over by eye. */
  photo: TruePhoto | null;
}

/** Where a part lies on a sheet; a part may lie several times. */
export interface Placement extends Place {
  id: string;
  partId: string;
  sheetId: string;
}

/** All that a job is, but for its name and what was noted, run and told of it. Lists are in order: steps as they run. */
export interface JobDocument {
  drawings: readonly Drawing[];
  parts: readonly Part[];
  steps: readonly Step[];
  sheets: readonly Sheet[];
  placements: readonly Placement[];
  isOrderByHand: boolean;
}

export const EMPTY_JOB: JobDocument = {
  drawings: [],
  parts: [],
  steps: [],
  sheets: [],
  placements: [],
  isOrderByHand: false,
};

/** A list in which some members are replaced by those of the same id. */
export function replaced<T extends { id: string }>(list: readonly T[], by: readonly T[]): readonly T[] {
  if (by.length === 0) return list;
  const byId = new Map(by.map((member) => [member.id, member]));
  return list.map((member) => byId.get(member.id) ?? member);
}

/** A document in which some parts are replaced by those of the same id. */
export const withParts = (document: JobDocument, parts: readonly Part[]): JobDocument => ({
  ...document,
  parts: replaced(document.parts, parts),
});

/** A document in which some steps are replaced by those of the same id. */
export const withSteps = (document: JobDocument, steps: readonly Step[]): JobDocument => ({
  ...document,
  steps: replaced(document.steps, steps),
});
