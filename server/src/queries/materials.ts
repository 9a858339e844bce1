import type { MaterialView } from '@keen-anvil/contract';
import type { Db } from '../db/pool';

/** All materials of the workshop with the pieces on hand, by family and name. */
export async function listMaterials(db: Db, workshopId: string): Promise<MaterialView[]> {
  const { rows } = await db.query<MaterialView>(
    `SELECT m.id, m.name, m.family, m.finish, m.colour, m.thickness_mm AS "thicknessMm",
       m.smallest_detail_mm AS "smallestDetailMm", m.mirrored, m.facing, m.supplier_card AS "supplierCard",
       m.default_process AS "defaultProcess",
       coalesce(jsonb_agg(jsonb_build_object('id', p.id, 'kind', p.kind, 'name', p.name, 'widthMm', p.width_mm, 'lengthMm', p.length_mm)
         ORDER BY p.kind DESC, p.width_mm * p.length_mm DESC) FILTER (WHERE p.id IS NOT NULL), '[]') AS pieces
     FROM material m LEFT JOIN stock_piece p ON p.material_id = m.id
     WHERE m.workshop_id = $1 GROUP BY m.id ORDER BY m.family DESC, m.name`,
    [workshopId],
  );
  return rows;
}
