import type { TrialSheetView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { trialSize } from '@keen-anvil/core/shapes';
import type { ProcessName } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { notFound } from '../problem';
import {
  findTuning,
  listEarlierShapes,
  listSheets,
  listShapes,
  listTrialsOnPiece,
  type ShapeRow,
  type TuningRow,
} from '../queries/tunings';
import { recipeDetail } from './recipe-views';
import { loadShop } from './shop';

/** A tuning with its sheets and everything on them. */
export async function tuningView(db: Db, workshopId: string, id: string): Promise<TuningView> {
  const row = await findTuning(db, workshopId, id);
  if (!row) throw notFound('That tuning');
  const recipe = await recipeDetail(db, workshopId, row.recipeId);
  // The sheets first: a sheet that is done by then has its trials looked at.
  const sheetRows = await listSheets(db, workshopId, id);
  const shapes = await listShapes(db, workshopId, id);
  const sheets = sheetRows.map(
    ({ id: sheetId, number, state, isByHand, format, estimateSeconds, doneSeconds }): TrialSheetView => ({
      id: sheetId,
      number,
      state,
      isByHand,
      format,
      estimateSeconds,
      doneSeconds,
      shapes: shapes.filter((shape) => shape.sheetId === sheetId).map(shapeView),
    }),
  );
  return {
    id: row.id,
    version: row.version,
    state: row.state,
    recipe,
    jobId: row.jobId,
    start: row.start,
    startSpread: row.startSpread,
    fixed: row.fixed,
    scrap: await scrapOf(db, workshopId, row, recipe.material.id),
    shapeSize: trialSize(recipe.process),
    otherTrials: row.stockPieceId
      ? (await listTrialsOnPiece(db, workshopId, row.stockPieceId, id)).map(({ x, y, process }) => ({
          at: { x, y },
          ...trialSize(process as ProcessName),
        }))
      : [],
    sheets,
    earlier: (await listEarlierShapes(db, workshopId, id)).map(({ id: shapeId, settings, onTopOf, outcome }) => ({
      id: shapeId,
      settings,
      onTopOf,
      outcome,
    })),
    createdAt: row.createdAt.toISOString(),
  };
}

async function scrapOf(db: Db, workshopId: string, row: TuningRow, materialId: string): Promise<TuningView['scrap']> {
  const piece = row.stockPieceId
    ? (await loadShop(db, workshopId)).materials.get(materialId)?.pieces.find(({ id }) => id === row.stockPieceId)
    : undefined;
  return {
    stockPieceId: row.stockPieceId,
    name: piece?.name ?? 'scrap',
    widthMm: row.scrapWidthMm,
    lengthMm: row.scrapLengthMm,
    outline: piece?.outline ?? null,
  };
}

const shapeView = ({ x, y, scoredAt, sheetId: _sheet, toolWear: _wear, ...shape }: ShapeRow): TrialShapeView => ({
  ...shape,
  at: { x, y },
  scoredAt: scoredAt?.toISOString() ?? null,
});
