import type { JobDetail, StepView, StockPieceView } from '@keen-anvil/contract';
import { isAidIn } from '@keen-anvil/core/steps';
import { flatten, joinBounds, knownBounds, polylineLength, signedArea, type Bounds } from '@keen-anvil/core/geometry';
import type { FinishedStep } from '@keen-anvil/core/finishing';
import { familyOf } from '@keen-anvil/core/materials';
import type { Shop } from './shop';

/** A closed contour of less than this is one to mind when it is weeded, mm². */
const SMALL_MM2 = 30;
const TOLERANCE_MM = 0.05;

/** What of a job is done on what it makes; marks to turn a sheet by and rulers to lay it by are no part of that. */
export const doneSteps = (job: JobDetail): StepView[] =>
  job.steps
    .map((step) => ({ ...step, parts: step.parts.filter((part) => !isAidIn(job, part)) }))
    .filter((step) => !step.isSkipped && step.parts.length > 0);

/** How many pieces a job makes as it is laid: as often as each of its parts lies somewhere. */
export function piecesLaid(job: JobDetail): number {
  const laid = doneSteps(job).map(laidIn);
  return laid.length > 0 ? Math.min(...laid) : 1;
}

/** How many pieces are laid in a step: one film may have room for more of them than another. */
export const laidIn = ({ parts }: Pick<StepView, 'parts'>): number =>
  Math.max(1, parts.length > 0 ? Math.min(...parts.map(({ places }) => places.length)) : 1);

/** What a step's parts take up where they are drawn, for one piece; null where there is nothing of them. */
export function boxOf({ parts }: Pick<StepView, 'parts'>): Bounds | null {
  const boxes = parts.flatMap(({ contours }) => knownBounds(contours) ?? []);
  return boxes.length > 0 ? boxes.reduce(joinBounds) : null;
}

/** What all that a job makes takes up where it is drawn; null where there is nothing. */
export const designBox = (job: JobDetail): Bounds | null =>
  doneSteps(job)
    .flatMap((step) => boxOf(step) ?? [])
    .reduce<Bounds | null>((all, one) => (all ? joinBounds(all, one) : one), null);

/** A piece of stock in the shop. */
export const pieceOf = (id: string, shop: Shop): StockPieceView | undefined =>
  [...shop.materials.values()].flatMap(({ pieces }) => pieces).find((piece) => piece.id === id);

/** How many pieces of a step a weeding hook has to mind. */
export const smallPiecesOf = ({ parts }: Pick<StepView, 'parts'>): number =>
  parts.reduce(
    (sum, { contours }) =>
      sum +
      contours.filter(
        (contour) => contour.closed && Math.abs(signedArea(flatten(contour, TOLERANCE_MM).points)) < SMALL_MM2,
      ).length,
    0,
  );

/** How long the contours of a step are, mm. */
export const contourOf = ({ parts }: Pick<StepView, 'parts'>): number =>
  parts.reduce(
    (sum, { contours }) =>
      sum + contours.reduce((all, contour) => all + polylineLength(flatten(contour, TOLERANCE_MM)), 0),
    0,
  );

/** What finishing asks of a job's steps. */
export function finishedSteps(job: JobDetail, shop: Shop): FinishedStep[] {
  const seen: string[] = [];
  return doneSteps(job).flatMap((step) => {
    const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
    if (!material) return [];
    const onto = step.onMaterialId ? shop.materials.get(step.onMaterialId) : undefined;
    const key = `${step.process} ${material.family}`;
    const isOverAnother = seen.includes(key);
    seen.push(key);
    return [
      {
        id: step.id,
        process: step.process,
        family: familyOf(material.family).name,
        materialName: material.name,
        thicknessMm: material.thicknessMm,
        smallPieces: smallPiecesOf(step),
        isOverAnother,
        isStencil: familyOf(material.family).groundStays === true,
        onto: onto ? { name: onto.name, family: onto.family, thicknessMm: onto.thicknessMm } : null,
      },
    ];
  });
}
