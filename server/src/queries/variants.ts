import type { VariantView } from '@keen-anvil/contract';
import type { Changes } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

/** Variants of some recipes (all where `null`), oldest first. */
export async function listVariants(
  db: Db,
  workshopId: string,
  recipeIds: string[] | null,
): Promise<(VariantView & { recipeId: string })[]> {
  const { rows } = await db.query<VariantView & { recipeId: string }>(
    `SELECT n.id, n.recipe_id AS "recipeId", n.changes, n.reason, n.tool_id AS "toolId", n.stock_piece_id AS "stockPieceId",
       coalesce(t.name, p.name) AS "forName", n.created_at AS "createdAt", n.ended_at AS "endedAt"
     FROM recipe_variant n LEFT JOIN tool t ON t.workshop_id = n.workshop_id AND t.id = n.tool_id
       LEFT JOIN stock_piece p ON p.workshop_id = n.workshop_id AND p.id = n.stock_piece_id
     WHERE n.workshop_id = $1 AND ($2::uuid[] IS NULL OR n.recipe_id = ANY ($2)) ORDER BY n.created_at, n.id`,
    [workshopId, recipeIds],
  );
  return rows;
}

export interface NewVariantRow {
  id: string;
  recipeId: string;
  changes: Changes;
  reason: string;
  toolId: string | null;
  stockPieceId: string | null;
}

/** Adds a variant; one that was there for the same tool or piece ends. */
export async function insertVariant(db: Db, workshopId: string, row: NewVariantRow): Promise<void> {
  await db.query(
    `UPDATE recipe_variant SET ended_at = now() WHERE workshop_id = $1 AND recipe_id = $2 AND ended_at IS NULL
       AND tool_id IS NOT DISTINCT FROM $3 AND stock_piece_id IS NOT DISTINCT FROM $4`,
    [workshopId, row.recipeId, row.toolId, row.stockPieceId],
  );
  await db.query(
    'INSERT INTO recipe_variant (workshop_id, id, recipe_id, changes, reason, tool_id, stock_piece_id) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [workshopId, row.id, row.recipeId, row.changes, row.reason, row.toolId, row.stockPieceId],
  );
}

/** Ends a variant. Returns the recipe it belonged to, or null where there is no such variant. */
export async function endVariant(db: Db, workshopId: string, id: string): Promise<string | null> {
  const { rows } = await db.query<{ recipeId: string }>(
    'UPDATE recipe_variant SET ended_at = coalesce(ended_at, now()) WHERE workshop_id = $1 AND id = $2 RETURNING recipe_id AS "recipeId"',
    [workshopId, id],
  );
  return rows[0]?.recipeId ?? null;
}
