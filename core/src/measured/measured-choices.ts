import { allMeasures } from './all-measures';
import { formatNumber } from '../units';
import { CUP_WRAP } from './cup-wrap';
import { DROPS } from './drops';
import { FINGER_BOX } from './finger-box';
import { FRAMES } from './frames';
import { MeasureRefusedError, type MeasuredDrawing, type MeasuredShape, type Measures } from './measured-shape';
import { PLACEMENT_RULER } from './placement-ruler';
import { PLAIN_SHAPES } from './plain-shapes';
import { SCALLOPS } from './scallops';
import { TAG } from './tag';

/** What the maker asks of a measured shape: which one, with which measures. */
export interface MeasuredChoices {
  shape: string;
  measures: Measures;
}

/** All shapes that are drawn from measures, in the order of the shelf. */
export const MEASURED_SHAPES: readonly MeasuredShape[] = [
  TAG,
  ...PLAIN_SHAPES,
  ...DROPS,
  ...SCALLOPS,
  ...FRAMES,
  PLACEMENT_RULER,
  FINGER_BOX,
  CUP_WRAP,
];

const byName = new Map(MEASURED_SHAPES.map((shape) => [shape.name, shape]));

/** The shape of a name; undefined where there is none. */
export const measuredShape = (name: string): MeasuredShape | undefined => byName.get(name);

/** The measures that a shape has while nobody has said otherwise. */
export const usualMeasures = ({ measures }: MeasuredShape): Measures =>
  Object.fromEntries(measures.map(({ name, usual }) => [name, usual]));

/**
 * A shape as its measures make it; those that are not given are as usual, counts are rounded.
 * @throws MeasureRefusedError where a measure, or all of them together, cannot be, with a sentence that says what it may be
 */
export function drawMeasured({ shape: name, measures }: MeasuredChoices): MeasuredDrawing {
  const shape = measuredShape(name);
  if (!shape)
    throw new MeasureRefusedError(
      'shape',
      `A shape of the shelf was expected (${[...byName.keys()].join(', ')}); “${name}” came.`,
    );
  return shape.draw(allMeasures(shape, measures));
}

/** What a measured shape is called among the drawings of a job. */
export function measuredName({ shape: name, measures }: MeasuredChoices): string {
  const shape = measuredShape(name);
  if (!shape) return name;
  const first = shape.measures.filter(({ unit }) => unit === 'mm').slice(0, 2);
  return `${shape.label}, ${first.map((measure) => formatNumber(measures[measure.name] ?? measure.usual, 1)).join(' × ')} mm`;
}
