export { sheetTurns, type SheetsOfStep } from './sheet-turns';
export { boundsOnSheet, movedAlong, movedBounds, shareSheet, type PartOnPiece } from './share-sheet';
export { isOnePlace, moveBetween, planeAt, straightAt, type Place } from './place';
export { placeParts, SHEET_TOLERANCE_MM, type PartOnSheet, type PlacedPart } from './place-parts';
export { firstPlace } from './first-place';
export { freePlaces, type FreePlaceRequest } from './free-places';
export { nest } from './nest/nest';
export { nestingFaults } from './nest/faults';
export {
  MOST_COPIES,
  NestRequestError,
  type Nesting,
  type NestPart,
  type NestPlacement,
  type NestRequest,
  type NestSheet,
} from './nest/request';
export { unitsOf, type Unit, type UnitPart } from './nest/units';
export {
  layClosely,
  smallestThatTakes,
  type CloseLaying,
  type CloseLie,
  type ClosePart,
  type ClosePiece,
  type CloseWish,
} from './nest/lay-closely';
export { TURNS, type Turns } from './nest/turns';
export { fitsClosely, type FitWish } from './fits-closely';
export { behind, SHEET_TURNS, turnedBox, turnedSheet, type SheetTurn } from './turned-sheet';
export { remaindersOf, type DoneOnPiece, type Remainder } from './remainder';
export { carried, movedPlace, pointAt, thingsOn, type Thing } from './things';
export { gridPlaces, type BlankGrid } from './blank-grid';
export { snapped, type Snapped, type SnapLine } from './snap';
export { groundSolids, solidOf } from './nest/solids';
export { liesOverSolid, lyingAt, type LyingSolid, type Solid } from './nest/lying';
export { moreCopies, type MoreCopiesWish } from './nest/more-copies';
export { doLinesMeet } from './lines-meet';
export { largestFit, middleOfShape, type LargestFit, type LargestFitRequest } from './largest-fit';
export { besideEachOther } from './beside-each-other';
export {
  DOT_MM,
  laminateSize,
  MARK_NAMES,
  markLines,
  marksFor,
  marksOf,
  markSpots,
  onPageMarks,
  USUAL_MARKS,
  withinPageMarks,
  type MarkName,
  type MarkSet,
} from './page-marks';
