import type { Here } from '../here';
import type { TrialSheetView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { trialSize } from '@keen-anvil/core/shapes';
import type { Db } from '../db/db';
import { notFound } from '../problem';
import { findTuning, listSheets, type ToldShape, type TuningRow } from '../queries/tunings';
import { listEarlierShapes, listTrialsOnPieces } from '../queries/trial-shapes';
import { recipeDetails } from './recipe-views';

/** A tuning with its sheets and everything on them. */
export async function tuningView(here: Here, db: Db, id: string): Promise<TuningView> {
  const row = await findTuning(db, here.workshopId, id);
  if (!row) throw notFound('That tuning');
  return (await tuningViews(here, db, [row]))[0];
}

/** Tunings with their sheets and everything on them; as many statements for one as for a hundred. */
export async function tuningViews(here: Here, db: Db, tunings: readonly TuningRow[]): Promise<TuningView[]> {
  if (tunings.length === 0) return [];
  const ids = tunings.map(({ id }) => id);
  const pieceIds = tunings.flatMap(({ stockPieceId }) => stockPieceId ?? []);
  const recipes = await recipeDetails(here, db, [...new Set(tunings.map(({ recipeId }) => recipeId))]);
  const sheets = await listSheets(db, here.workshopId, ids);
  const left = pieceIds.length > 0 ? await listTrialsOnPieces(db, here.workshopId, pieceIds) : [];
  const earlier = tunings.some(({ goesOnFrom }) => goesOnFrom !== null)
    ? await listEarlierShapes(db, here.workshopId, ...ids)
    : [];
  return tunings.map((row): TuningView => {
    const recipe = recipes.get(row.recipeId)!;
    return {
      id: row.id,
      version: row.version,
      state: row.state,
      recipe,
      jobId: row.jobId,
      start: row.start,
      startSpread: row.startSpread,
      fixed: row.fixed,
      scrap: {
        stockPieceId: row.stockPieceId,
        name: row.pieceName ?? 'scrap',
        widthMm: row.scrapWidthMm,
        lengthMm: row.scrapLengthMm,
        outline: row.pieceOutline,
      },
      shapeSize: trialSize(recipe.process),
      otherTrials: left
        .filter(({ stockPieceId, tuningId }) => stockPieceId === row.stockPieceId && tuningId !== row.id)
        .map(({ x, y, process }) => ({ at: { x, y }, ...trialSize(process) })),
      sheets: sheets
        .filter(({ tuningId }) => tuningId === row.id)
        .map(({ tuningId: _, shapes, ...sheet }): TrialSheetView => ({ ...sheet, shapes: shapes.map(shapeView) })),
      earlier: earlier
        .filter(({ ofTuning }) => ofTuning === row.id)
        .map(({ id, settings, onTopOf, outcome }) => ({ id, settings, onTopOf, outcome })),
      createdAt: row.createdAt,
    };
  });
}

const shapeView = ({ x, y, ...shape }: ToldShape): TrialShapeView => ({ ...shape, at: { x, y } });
