import { nestRings, offset, union, type Region } from '../geometry';
import { length } from '../measured';
import { OperationRefusedError, type Operation } from './operation';
import { linesOf, regionOf } from './regions';

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
    const grown = offset(filled(inside), width + gaps / 2);
    return linesOf(filled(gaps > 0 ? offset(grown, -gaps / 2) : grown));
  },
};

/** A region without its holes. */
function filled(region: Region): Region {
  const depth = nestRings(region).map((around) => around.length);
  return union(region.filter((_, i) => depth[i] === 0).map((ring) => [ring]));
}
