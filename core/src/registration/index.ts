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
  type MarkName,
  type MarkSet,
} from '../layout';
export { brought, fitMarks, type MarkFit } from './fit';
export {
  correctionFrom,
  MarksRefusedError,
  MOST_RESIDUAL_MM,
  type Correction,
  type MarkReading,
  type MarkReadings,
} from './correction';
export { expectedErrorMm } from './expected-error';
