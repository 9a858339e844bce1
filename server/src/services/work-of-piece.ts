import type { HandKind, JobDetail, MaterialView, StepView } from '@keen-anvil/contract';
import { fitsOnSheet, type HandWork, type StockUse } from '@keen-anvil/core/cost';
import { finishingFor } from '@keen-anvil/core/finishing';
import { joinBounds, regionArea, regionOf } from '@keen-anvil/core/geometry';
import { isWeededAfter } from '@keen-anvil/core/materials';
import { givesPrint } from '@keen-anvil/core/recipes';
import { boxOf, contourOf, doneSteps, finishedSteps, laidIn, pieceOf, smallPiecesOf } from './pieces-of-job';
import type { Shop } from './shop';

/** Between two pieces on a sheet, where nobody has laid them, mm. */
const GAP_MM = 4;
/** What is not laid on as a sheet is. */
const WHOLE: ReadonlySet<string> = new Set(['roll', 'blank']);
/** A roll is counted in strips across it. */
const isRoll = (kind: string): boolean => kind === 'roll';

/**
 * What of the shelf one piece takes: each piece of stock once, whatever steps are done on it; and what it is pressed onto.
 * @param fits how often it lies on a piece of stock by its true outline
 */
export function stockUses(
  steps: readonly StepView[],
  shop: Shop,
  fits: ReadonlyMap<string, number>,
  missing: string[],
): StockUse[] {
  const byPiece = new Map<string, StepView[]>();
  for (const step of steps) byPiece.set(step.stockPieceId!, [...(byPiece.get(step.stockPieceId!) ?? []), step]);
  const uses: StockUse[] = [];
  for (const [pieceId, on] of byPiece) {
    const material = shop.materials.get(on[0].materialId!)!;
    const piece = pieceOf(pieceId, shop);
    const boxes = on.flatMap((step) => boxOf(step) ?? []);
    if (!piece || boxes.length === 0) continue;
    const box = boxes.reduce(joinBounds);
    const size = { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY };
    const sheet = isRoll(piece.kind)
      ? { widthMm: piece.widthMm, lengthMm: Math.min(piece.lengthMm, size.heightMm + GAP_MM) }
      : piece;
    const sheetsUsed = Math.max(1, ...on.map(({ sheets }) => sheets.length));
    const asLaid = isRoll(piece.kind) ? 1 : Math.floor(Math.min(...on.map(laidIn)) / sheetsUsed);
    const perSheet = Math.max(1, asLaid, fits.get(pieceId) ?? 0, fitsOnSheet(size, sheet, GAP_MM));
    const sheetMm2 = sheet.widthMm * sheet.lengthMm;
    if (material.priceCents === null) missing.push(`${material.name} has no price yet: it counts as nothing.`);
    uses.push({
      name: material.name,
      priceCents: material.priceCents,
      per: material.pricePer,
      isBlank: piece.kind === 'blank',
      usedMm2: sheetMm2 / perSheet,
      sheetMm2,
      perSheet,
      others: isRoll(piece.kind) ? [] : othersOf(material, piece.id, size),
    });
  }
  for (const id of new Set(steps.flatMap(({ onMaterialId }) => onMaterialId ?? []))) {
    const material = shop.materials.get(id)!;
    const [piece] = material.pieces.filter(({ isArchived }) => !isArchived);
    if (material.priceCents === null) missing.push(`${material.name} has no price yet: it counts as nothing.`);
    const sheetMm2 = piece ? piece.widthMm * piece.lengthMm : 0;
    uses.push({
      name: material.name,
      priceCents: material.priceCents,
      per: material.pricePer,
      isBlank: true,
      usedMm2: sheetMm2,
      sheetMm2,
      perSheet: 1,
    });
  }
  return uses;
}

/** Other pieces of a material on which one piece would lie, in rows of its box. */
const othersOf = (
  { pieces }: MaterialView,
  pieceId: string,
  size: { widthMm: number; heightMm: number },
): NonNullable<StockUse['others']> =>
  pieces
    .filter(({ id, kind, isArchived, count }) => id !== pieceId && !isArchived && count > 0 && !WHOLE.has(kind))
    .flatMap((piece) => {
      const perSheet = fitsOnSheet(size, piece, GAP_MM);
      return perSheet > 0 ? [{ name: piece.name, sheetMm2: piece.widthMm * piece.lengthMm, perSheet }] : [];
    });

/** What hands have to do for one piece, kind by kind; nothing of what is not there. */
export function handWorks(job: JobDetail, shop: Shop, pressings: number): [HandKind, HandWork][] {
  const weeded = weedWork(
    doneSteps(job).filter(({ materialId }) => materialId),
    shop,
  );
  const lines = finishingFor(finishedSteps(job, shop)).filter(({ by, id }) => by === 'piece' && !id.startsWith('weed'));
  const all: [HandKind, HandWork][] = [
    ['weed', { ...weeded, pieces: weeded.contourMm > 0 ? 1 : 0 }],
    ['press', { contourMm: 0, smallPieces: 0, pieces: HANDS_EACH * pressings }],
    ['finish', { contourMm: 0, smallPieces: 0, pieces: HANDS_EACH * lines.length }],
  ];
  return all.filter(([, { pieces }]) => pieces > 0);
}
/** A pressing, or a line of finishing, takes a piece up so many times. */
const HANDS_EACH = 2;

const isWeeded = (step: StepView, shop: Shop): boolean =>
  isWeededAfter(step.process, shop.materials.get(step.materialId!)!.family);

/** What a weeding hook has to do for one piece. */
function weedWork(steps: readonly StepView[], shop: Shop): { contourMm: number; smallPieces: number } {
  const weeded = steps.filter((step) => isWeeded(step, shop));
  return {
    contourMm: weeded.reduce((sum, step) => sum + contourOf(step), 0),
    smallPieces: weeded.reduce((sum, step) => sum + smallPiecesOf(step), 0),
  };
}

export const tapeOf = (steps: readonly StepView[], shop: Shop): number =>
  steps
    .filter(
      (step) => isWeeded(step, shop) && ['vinyl', 'stencil'].includes(shop.materials.get(step.materialId!)!.family),
    )
    .reduce((sum, step) => {
      const box = boxOf(step);
      return sum + (box ? (box.maxX - box.minX) * (box.maxY - box.minY) : 0);
    }, 0);

/** What is printed for one piece, mm²: prints that go over by heat, and what is printed in its parts. */
export const inkOf = (steps: readonly StepView[]): number =>
  steps.reduce(
    (sum, step) =>
      sum +
      step.parts
        .filter(({ print }) => givesPrint(step.process) || print !== null)
        .reduce((all, { contours }) => all + regionArea(regionOf(contours)), 0),
    0,
  );
