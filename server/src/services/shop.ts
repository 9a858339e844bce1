import type { MachineView, MaterialView, ToolView } from '@keen-anvil/contract';
import type { Db } from '../db/pool';
import { listMachines } from '../queries/machines';
import { listMaterials } from '../queries/materials';
import { listTools } from '../queries/tools';

/** Everything a workshop owns, as it stands within one transaction or moment, also what was put away. */
export interface Shop {
  machines: Map<string, MachineView>;
  tools: Map<string, ToolView>;
  materials: Map<string, MaterialView>;
}

/** Loads the whole shop; it is small. */
export async function loadShop(db: Db, workshopId: string): Promise<Shop> {
  const byId = <T extends { id: string }>(rows: T[]) => new Map(rows.map((row) => [row.id, row]));
  return {
    machines: byId(await listMachines(db, workshopId)),
    tools: byId(await listTools(db, workshopId)),
    materials: byId(await listMaterials(db, workshopId)),
  };
}
