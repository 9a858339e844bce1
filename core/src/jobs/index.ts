export {
  ALIGNMENTS,
  STEP_GROUPINGS,
  type AlignParts,
  type AddDrawing,
  type ChangeDrawing,
  type ScaleDrawings,
  type ChangeRole,
  type ChangeStep,
  type DrawOutline,
  type JobActionOf,
  type LaidPlace,
  type LaidSheet,
  type LayParts,
  type JobAction,
  type MakePart,
  type TakeReading,
} from './action';
export { changeJob } from './change-job';
export { copiedDocument } from './copied';
export {
  applyDifference,
  concernsSteps,
  differenceOf,
  inOne,
  isNothing,
  turnedRound,
  type Changed,
  type Difference,
} from './difference';
export {
  EMPTY_JOB,
  PART_ROLES,
  type Drawing,
  type JobDocument,
  type Part,
  type PartRole,
  type Placement,
  type Sheet,
  type Step,
  type StepCut,
  type StepNudge,
} from './document';
export { keptSize } from './drawings';
export { groupOf, sayAction } from './say-action';
export { FIRST_PROCESS } from './starting-place';
export { MOST_PLACES } from './lay-parts';
export { madeBy } from './made-by';
export { madeLayers, type MadeLayer } from './made-layers';
export { printMeasures, windowMatrix, type Print, type ShownPrint } from './print';
export { comesApart, standsOn, type ContourKey, type Making } from './making';
export { drawingUnder, lineCount, partsOf, placementsOf, processedIn, shareSheet, sheetOf, sheetsOf } from './parts-of';
export { drawingPlane } from './plane';
export { ReadingShelf, readingsOf, type ReadingRef } from './reading-shelf';
export { seeDocument, type DrawingFacts, type SeenDocument } from './seen';
export { keyed, type KeyedPart, type KeyedReading } from './reading-keys';
export { ActionRefusedError } from './refusal';
export { ShapeMemo } from './shape-memo';
export { usedSpots, type UsedPiece } from './used-spots';
export { isOfAid, isOfTurnMarks } from './turn-marks';
export { isBehind } from './two-sides';
export { shapeBox, shapesOf, stepBox, type Readings } from './shapes';
export type { Shape } from './shape';
export { DocumentBench } from './document-bench';
export { namesIn, shopFacts, type ShopFacts, type ShopLists } from './shop';
export type { JobShop, ShopMaterial, ShopPiece, ShopRecipe, ShopTool } from './shop';
export { takenFromOthers } from './taken-from-others';
export { tidied } from './tidied';
export { cupOf, type BentTo } from './cup-of';
