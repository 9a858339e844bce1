export { writeHpgl, type HpglRequest } from './hpgl/write';
export { readHpgl, type HpglReading, type PlottedStroke } from './hpgl/read';
export {
  engravedArea,
  HOME,
  planStep,
  sheetGcode,
  stepFile,
  type CutWish,
  type StepFileText,
  type StepPlan,
  type StepRequest,
  USUAL_INTERVAL_MM,
  workOf,
} from './step-plan';
export { beamSpeed } from './beam';
export { cornerOf, frameOf, frameOfHolder, frameOnCarrier, type Frame } from './frame';
export { holderSheet } from './holder-sheet';
export type { PicturesOfStep } from './picture-strokes';
export { drawingSvg, sheetDrawing, type SheetDrawing } from './sheet-drawing';
export { USUAL_LEAD_IN_MM } from './usual-lead-in';
export { reachProblem } from './reach-problem';
export { runUpMm } from './run-up';
export { tabPlaceAt, tabsOnSheet, type TabOnSheet } from './tab-places';
export { outlinesOf, type TabPlace, type TabsOfStep } from './outlines';
export { compareWay, type WayCompared } from './compare-ways';
export { FULL_POWER_S, writeGcode, type BeamPass } from './gcode/write';
export { pointsOfMove, readGcode, type BeamMove, type GcodeReading } from './gcode/read';
export { trialFile, type TrialCell, type TrialFile, type TrialFileRequest } from './trial-file';
export { EDGES, edgeFile, edgeWay, type Edge } from './edge';
