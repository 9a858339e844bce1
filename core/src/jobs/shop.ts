import type { Point } from '../geometry';
import type { Machine } from '../machines';
import { familyOf, type FamilyName } from '../materials';
import type { Changes, HoldNames, ProcessName, Settings, Temper } from '../recipes';
import type { ToolKind } from '../tools';
import type { JobDocument, Step } from './document';
import type { Readings } from './shapes';
import type { Shape } from './shape';
import type { UsedPiece } from './used-spots';

/** A piece of stock, as far as a job asks for it. */
export interface ShopPiece extends UsedPiece {
  id: string;
  widthMm: number;
  lengthMm: number;
  count: number;
  isArchived: boolean;
  /** Where it is no rectangle. */
  outline?: readonly Point[] | null;
}

/** A material on the shelf, as far as a job asks for it. */
export interface ShopMaterial {
  id: string;
  name: string;
  family: FamilyName;
  defaultProcess: ProcessName;
  mirrored: boolean;
  pieces: readonly ShopPiece[];
}

/** A tool of the workshop, as far as a job asks for it. */
export interface ShopTool {
  id: string;
  name: string;
  kind: ToolKind;
  /** The machine it belongs to, where it is not put in by hand. */
  machineId: string | null;
  isArchived: boolean;
  /** What it has done since it was new, and after how much it is worn out; null where nobody said. */
  wear: number;
  life: number | null;
}

/** A recipe of the book, as far as a job asks for it. */
export interface ShopRecipe {
  materialId: string;
  process: ProcessName;
  machineId: string;
  toolId: string;
  temper: Temper;
  settings: Settings;
  variants: readonly { toolId: string | null; stockPieceId: string | null; changes: Changes }[];
}

/** What of the workshop a job's rules ask for. Machines and tools come in the order in which the workshop has them. */
export interface JobShop extends Readings {
  machines: ReadonlyMap<string, Machine & { isArchived: boolean }>;
  tools: ReadonlyMap<string, ShopTool>;
  /** Those that the job and the action speak of; the shelf may hold thousands. */
  materials: ReadonlyMap<string, ShopMaterial>;
  /** Those of these materials. */
  recipes: readonly ShopRecipe[];
  /** Where the process that a new step begins with was done last; null where it never was. */
  lastPlace: { machineId: string; toolId: string } | null;
  /** The shapes of a document, evaluated with the same readings. */
  shapes: (document: JobDocument) => ReadonlyMap<string, Shape>;
}

/** The same without what is worked out: what has to be known of the workshop. */
export type ShopFacts = Omit<JobShop, 'reading' | 'shapes'>;

/** It as lists, as it can be sent. */
export interface ShopLists extends Pick<JobShop, 'recipes' | 'lastPlace'> {
  machines: readonly (Machine & { id: string; isArchived: boolean })[];
  tools: readonly ShopTool[];
  materials: readonly ShopMaterial[];
}

const byId = <T extends { id: string }>(rows: readonly T[]): ReadonlyMap<string, T> =>
  new Map(rows.map((row) => [row.id, row]));

/** What was sent, to be looked up by ids. */
export const shopFacts = ({ machines, tools, materials, recipes, lastPlace }: ShopLists): ShopFacts => ({
  machines: byId(machines),
  tools: byId(tools),
  materials: byId(materials),
  recipes,
  lastPlace,
});

/** What a step's things are called. */
export function namesIn(
  { machines, tools, materials }: Pick<ShopFacts, 'machines' | 'tools' | 'materials'>,
  step: Pick<Step, 'materialId' | 'toolId' | 'machineId'>,
): HoldNames {
  const material = step.materialId ? materials.get(step.materialId) : undefined;
  return {
    material: material?.name ?? null,
    isFoil: material !== undefined && familyOf(material.family).liesOverOther === true,
    tool: tools.get(step.toolId)?.name ?? null,
    machine: machines.get(step.machineId)?.name ?? null,
  };
}

/** A piece of any of the shop's materials: foil lies over a sheet of another one. */
export function pieceOf(shop: Pick<JobShop, 'materials'>, stockPieceId: string | null): ShopPiece | undefined {
  if (stockPieceId === null) return undefined;
  for (const { pieces } of shop.materials.values()) {
    const found = pieces.find(({ id }) => id === stockPieceId);
    if (found) return found;
  }
  return undefined;
}
