import type { MaterialView, RecipeSummary, ToolView } from '@keen-anvil/contract';
import type { Machine } from '@keen-anvil/core/machines';
import type { Db } from '../db/pool';
import { listMachines } from '../queries/machines';
import { listMaterials } from '../queries/materials';
import { listTools } from '../queries/tools';
import { searchBook } from './book';

/** Everything a workshop owns and knows, as it stands within one transaction or moment. */
export interface Shop {
  machines: Map<string, Machine>;
  tools: Map<string, ToolView>;
  materials: Map<string, MaterialView>;
  recipes: RecipeSummary[];
}

/** Loads the whole shop; it is small. */
export async function loadShop(db: Db, workshopId: string): Promise<Shop> {
  const byId = <T extends { id: string }>(rows: T[]) => new Map(rows.map((row) => [row.id, row]));
  return {
    machines: byId(await listMachines(db, workshopId)),
    tools: byId(await listTools(db, workshopId)),
    materials: byId(await listMaterials(db, workshopId)),
    recipes: await searchBook(db, workshopId),
  };
}
