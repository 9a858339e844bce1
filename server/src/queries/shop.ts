import type { MachineView, MaterialView, ToolView } from '@keen-anvil/contract';
import type { Db } from '../db/db';
import { MACHINES_SQL } from './machines';
import { MATERIALS_SQL } from './materials';
import { TOOLS_SQL } from './tools';

interface ShopRows {
  machines: MachineView[];
  tools: ToolView[];
  materials: MaterialView[];
}

const all = (sql: string) => `(SELECT coalesce(jsonb_agg(to_jsonb(x)), '[]') FROM (${sql}) x)`;

/** All machines and tools of a workshop and some materials, in one statement: almost everything begins with them. */
export async function readShop(db: Db, workshopId: string, materialIds: readonly string[]): Promise<ShopRows> {
  const { rows } = await db.query<ShopRows>(
    `SELECT ${all(MACHINES_SQL)} AS machines, ${all(TOOLS_SQL)} AS tools, ${all(MATERIALS_SQL)} AS materials`,
    [workshopId, materialIds],
  );
  return rows[0];
}
