import type { MaterialFields, MaterialView, StockPieceFields, StockPieceView } from '@keen-anvil/contract';
import type { Db } from '../db/db';

// Told as json, not jsonb: a material may have thousands of pieces, and nothing looks into them on the way.
const PIECE = `json_build_object('id', p.id, 'version', p.version, 'kind', p.kind, 'name', p.name, 'widthMm', p.width_mm, 'lengthMm', p.length_mm,
  'count', p.count, 'outline', p.outline, 'holes', p.holes, 'photo', p.photo,
  'trials', coalesce((SELECT json_agg(json_build_object('x', s.x_mm, 'y', s.y_mm, 'process', r.process) ORDER BY s.id) FROM tuning u
    JOIN trial_sheet t ON t.workshop_id = u.workshop_id AND t.tuning_id = u.id AND t.state <> 'planned' JOIN trial_shape s ON s.workshop_id = t.workshop_id AND s.sheet_id = t.id
    JOIN recipe r ON r.workshop_id = u.workshop_id AND r.id = u.recipe_id WHERE u.workshop_id = p.workshop_id AND u.stock_piece_id = p.id), '[]'),
  'isArchived', p.archived_at IS NOT NULL)`;

/** Materials `m` with the pieces on hand. */
const MATERIAL_COLUMNS = `m.id, m.version, m.name, m.family, m.finish, m.colour, m.thickness_mm AS "thicknessMm", m.readings_mm AS "readingsMm", m.spread_mm AS "spreadMm",
    m.smallest_detail_mm AS "smallestDetailMm", m.mirrored, m.facing, m.heat_limit_c AS "heatLimitC", m.supplier_card AS "supplierCard",
    m.price_cents AS "priceCents", m.price_per AS "pricePer", m.notes, m.details, m.default_process AS "defaultProcess", m.typed,
    m.photo_id AS "photoId", m.pattern_width_mm AS "patternWidthMm", m.kerfs, m.archived_at IS NOT NULL AS "isArchived",
    coalesce((SELECT json_agg(${PIECE} ORDER BY p.archived_at IS NOT NULL, p.count = 0, p.kind DESC, p.width_mm * p.length_mm DESC, p.id)
      FROM stock_piece p WHERE p.workshop_id = m.workshop_id AND p.material_id = m.id), '[]') AS pieces`;
/** By family and name; those put away come last. */
const MATERIAL_ORDER = 'm.archived_at IS NOT NULL, m.family DESC, m.name, m.id';

/** The materials `$2` of a workshop `$1`. */
export const MATERIALS_SQL = `SELECT ${MATERIAL_COLUMNS} FROM material m WHERE m.workshop_id = $1 AND m.id = ANY ($2::uuid[]) ORDER BY ${MATERIAL_ORDER}`;

/** Some materials, in the order of the shelf. */
export async function findMaterials(db: Db, workshopId: string, ids: readonly string[]): Promise<MaterialView[]> {
  return (await db.query<MaterialView>(MATERIALS_SQL, [workshopId, ids])).rows;
}

/** Every material there is, as for a file of the whole book. */
export async function listAllMaterials(db: Db, workshopId: string): Promise<MaterialView[]> {
  const { rows } = await db.query<MaterialView>(
    `SELECT ${MATERIAL_COLUMNS} FROM material m WHERE m.workshop_id = $1 ORDER BY ${MATERIAL_ORDER}`,
    [workshopId],
  );
  return rows;
}

/** One page of the shelf. */
export interface MaterialPage {
  /** Words that all stand in its name; '' asks for all. */
  search: string;
  /** null: also what was put away. */
  isArchived: boolean | null;
  limit: number;
  offset: number;
}

/** A page of the workshop's materials. */
export async function listMaterials(db: Db, workshopId: string, page: MaterialPage): Promise<MaterialView[]> {
  const words = page.search.split(/\s+/).filter(Boolean);
  const { rows } = await db.query<MaterialView>(
    `SELECT ${MATERIAL_COLUMNS} FROM (
       SELECT m.* FROM material m WHERE m.workshop_id = $1 AND m.name ILIKE ALL ($2::text[]) AND ($3::boolean IS NULL OR (m.archived_at IS NOT NULL) = $3)
       ORDER BY ${MATERIAL_ORDER} LIMIT $4 OFFSET $5) m ORDER BY ${MATERIAL_ORDER}`,
    [workshopId, words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`), page.isArchived, page.limit, page.offset],
  );
  return rows;
}

const values = (workshopId: string, id: string, m: MaterialFields, spreadMm: number | null): unknown[] => [
  workshopId,
  id,
  m.name,
  m.family,
  m.finish,
  m.colour,
  m.thicknessMm,
  m.readingsMm,
  spreadMm,
  m.smallestDetailMm,
  m.mirrored,
  m.facing,
  m.heatLimitC ?? null,
  m.supplierCard ?? null,
  m.priceCents ?? null,
  m.pricePer,
  m.notes,
  m.details,
  m.defaultProcess,
  m.typed,
  m.patternWidthMm ?? null,
  JSON.stringify(m.kerfs ?? []),
];

/** Adds a material. Returns false where there is one with this id. */
export async function insertMaterial(
  db: Db,
  workshopId: string,
  id: string,
  material: MaterialFields,
  spreadMm: number | null,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO material (workshop_id, id, name, family, finish, colour, thickness_mm, readings_mm, spread_mm, smallest_detail_mm, mirrored, facing,
       heat_limit_c, supplier_card, price_cents, price_per, notes, details, default_process, typed, pattern_width_mm, kerfs)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22) ON CONFLICT DO NOTHING`,
    values(workshopId, id, material, spreadMm),
  );
  return rowCount === 1;
}

/** Writes a material's fields anew. */
export async function updateMaterial(
  db: Db,
  workshopId: string,
  id: string,
  material: MaterialFields,
  spreadMm: number | null,
): Promise<void> {
  await db.query(
    `UPDATE material SET version = version + 1, name = $3, family = $4, finish = $5, colour = $6, thickness_mm = $7, readings_mm = $8, spread_mm = $9,
       smallest_detail_mm = $10, mirrored = $11, facing = $12, heat_limit_c = $13, supplier_card = $14, price_cents = $15, price_per = $16, notes = $17,
       details = $18, default_process = $19, typed = $20, pattern_width_mm = CASE WHEN $23 THEN $21 ELSE pattern_width_mm END,
       kerfs = CASE WHEN $24 THEN $22::jsonb ELSE kerfs END
     WHERE workshop_id = $1 AND id = $2`,
    [
      ...values(workshopId, id, material, spreadMm),
      material.patternWidthMm !== undefined,
      material.kerfs !== undefined,
    ],
  );
}

/** Gives a material its photo. */
export async function setMaterialPhoto(db: Db, workshopId: string, id: string, photoId: string): Promise<void> {
  await db.query('UPDATE material SET version = version + 1, photo_id = $3 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
    photoId,
  ]);
}

/** A piece of stock. */
export async function findPiece(db: Db, workshopId: string, id: string): Promise<StockPieceView | undefined> {
  const { rows } = await db.query<{ piece: StockPieceView }>(
    `SELECT ${PIECE} AS piece FROM stock_piece p WHERE p.workshop_id = $1 AND p.id = $2`,
    [workshopId, id],
  );
  return rows[0]?.piece;
}

/** A piece of stock with the material it is of, locked until the transaction ends. */
export async function lockPiece(
  db: Db,
  workshopId: string,
  id: string,
): Promise<(StockPieceView & { materialId: string }) | undefined> {
  const { rows } = await db.query<{ piece: StockPieceView; materialId: string }>(
    `SELECT ${PIECE} AS piece, p.material_id AS "materialId" FROM stock_piece p WHERE p.workshop_id = $1 AND p.id = $2 FOR NO KEY UPDATE`,
    [workshopId, id],
  );
  return rows[0] && { ...rows[0].piece, materialId: rows[0].materialId };
}

/** Adds a piece of stock. Returns false where there is one with this id. */
export async function insertPiece(
  db: Db,
  workshopId: string,
  materialId: string,
  id: string,
  piece: StockPieceFields,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO stock_piece (workshop_id, id, material_id, kind, name, width_mm, length_mm, count, outline, holes, photo) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT DO NOTHING',
    [
      workshopId,
      id,
      materialId,
      piece.kind,
      piece.name,
      piece.widthMm,
      piece.lengthMm,
      piece.count,
      piece.outline ? JSON.stringify(piece.outline) : null,
      JSON.stringify(piece.holes ?? []),
      piece.photo ?? null,
    ],
  );
  return rowCount === 1;
}

/** Writes a piece's fields anew. */
export async function updatePiece(db: Db, workshopId: string, id: string, piece: StockPieceFields): Promise<void> {
  await db.query(
    `UPDATE stock_piece SET version = version + 1, kind = $3, name = $4, width_mm = $5, length_mm = $6, count = $7, outline = $8,
       holes = coalesce($9::jsonb, holes), photo = CASE WHEN $10 THEN $11::jsonb ELSE photo END WHERE workshop_id = $1 AND id = $2`,
    [
      workshopId,
      id,
      piece.kind,
      piece.name,
      piece.widthMm,
      piece.lengthMm,
      piece.count,
      piece.outline ? JSON.stringify(piece.outline) : null,
      piece.holes ? JSON.stringify(piece.holes) : null,
      piece.photo !== undefined,
      piece.photo ?? null,
    ],
  );
}
