import { edgesOf, offset, regionOf, union, withoutHoles } from '../geometry';
import { length } from '../measured';
import { OperationRefusedError, type Operation } from './operation';

/** A border round parts: their holes and the gaps between them closed, so that it is one line to cut by and to peel at. */
export const RIM: Operation = {
  name: 'rim',
  label: 'A rim round it',
  needs: 'any',
  isBeside: true,
  measures: [
    length('width', 'Width', 3, { min: 0.2, max: 200, step: 0.5 }),
    length('gaps', 'Gaps closed up to', 2, { min: 0, max: 100, step: 0.5 }),
  ],
  apply: (sources, { width, gaps }) => {
    const inside = union(sources.map(regionOf));
    if (inside.length === 0) throw new OperationRefusedError('a rim goes round outlines, and there is none');
    // Grown by half a gap more and back: what is nearer than that runs together.
    const grown = offset(withoutHoles(inside), width + gaps / 2);
    return edgesOf(withoutHoles(gaps > 0 ? offset(grown, -gaps / 2) : grown));
  },
};
