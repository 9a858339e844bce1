export { circle } from './contours';
export { coneOf, CUP_MEASURES, missIfStraight, type Cone } from './cone';
export {
  drawMeasured,
  measuredName,
  measuredShape,
  MEASURED_SHAPES,
  usualMeasures,
  type MeasuredChoices,
} from './measured-choices';
export { PLACEMENT_RULER_NAME, TURN_MARKS } from './aid-names';
export { allMeasures } from './all-measures';
export {
  choice,
  count,
  length,
  MeasureRefusedError,
  type Dimension,
  type Measure,
  type MeasuredDrawing,
  type MeasuredPart,
  type MeasuredShape,
  type Measures,
} from './measured-shape';
