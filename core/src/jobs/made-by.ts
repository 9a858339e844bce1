import { operationOf } from '../makings';
import { length, type Measure, type Measures } from '../measured';
import type { Making } from './making';
import { printMeasures } from './print';

/** What a part was made by, with the measures that can be turned. */
export interface MadeBy {
  label: string;
  list: readonly Measure[];
  measures: Measures;
}

const OUTLINE = {
  label: 'An outline at a distance',
  list: [length('distance', 'Distance', 2, { min: -200, max: 200, step: 0.5 })],
};

/** What a part was made by; null where it has no measures, or nobody knows here how it was made. */
export function madeBy(making: Making): MadeBy | null {
  if (making.op === 'printed')
    return { label: 'Its print', list: printMeasures(making.print), measures: making.print.measures };
  if (making.op === 'outline') return { ...OUTLINE, measures: { distance: making.distanceMm } };
  const operation = making.op === 'worked' ? operationOf(making.by) : undefined;
  return operation && making.op === 'worked'
    ? { label: operation.label, list: operation.measures, measures: making.measures }
    : null;
}
