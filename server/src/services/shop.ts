import type { Here } from '../here';
import type { MachineView, MaterialView, ToolView } from '@keen-anvil/contract';
import type { PictureWay } from '@keen-anvil/core/raster';
import type { TonePoint } from '@keen-anvil/core/tuning';
import type { Db } from '../db/db';
import { listAllMaterials } from '../queries/materials';
import { readShop } from '../queries/shop';

/** What a workshop works with, as it stands within one transaction or moment, also what was put away. */
export interface Shop {
  machines: Map<string, MachineView>;
  tools: Map<string, ToolView>;
  /** Of the shelf only what was asked for: there may be thousands. */
  materials: Map<string, MaterialView>;
  /** Pictures that are engraved, by their drawings, and tone curves of recipes; where they were asked for. */
  pictures?: Map<string, Buffer>;
  tones?: Map<string, TonePoint[]>;
}

/** Where the tone curve of a recipe stands that was scored for a way to make shades. */
export const toneKey = (recipeId: string, way: PictureWay): string => `${recipeId} ${way}`;

const byId = <T extends { id: string }>(rows: readonly T[]) => new Map(rows.map((row) => [row.id, row]));

/**
 * Loads all machines and tools, and some materials.
 * @param materialIds which; those that nobody chose yet (`null`) are passed over
 */
export async function loadShop(here: Here, db: Db, materialIds: Iterable<string | null> = []): Promise<Shop> {
  const wanted = [...new Set(materialIds)].filter((id) => id !== null);
  const { machines, tools, materials } = await readShop(db, here.workshopId, wanted);
  return { machines: byId(machines), tools: byId(tools), materials: byId(materials) };
}

/** Loads the shop with the whole shelf, as for a file that may speak of anything on it. */
export async function loadWholeShop(here: Here, db: Db): Promise<Shop> {
  return { ...(await loadShop(here, db)), materials: byId(await listAllMaterials(db, here.workshopId)) };
}

/** The materials of some steps, those that have one. */
export const materialsOf = (
  steps: readonly { materialId: string | null; onMaterialId?: string | null }[],
): (string | null)[] => steps.flatMap(({ materialId, onMaterialId = null }) => [materialId, onMaterialId]);
