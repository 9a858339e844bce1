import { boxAt, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { tidied } from './index';

const readings = {
  plate: [readingOf(drawnPart('Plate', '#ff0000', boxAt(0, 0, 40)), drawnPart('Star', '#ff0000', boxAt(50, 0, 10)))],
};
const job = jobWith(readings, shopWith(readings));

test('a document in which everything points at what is there stays the very same lists', () => {
  const kept = tidied(job);
  expect(kept.parts).toBe(job.parts);
  expect(kept.placements).toBe(job.placements);
  expect(kept.sheets).toEqual(job.sheets);
});

test('with a drawing go its parts, their places and the sheets on which nothing else lies', () => {
  expect(job.parts.length).toBeGreaterThan(1);
  expect(job.placements.length).toBeGreaterThan(0);
  const without = tidied({ ...job, drawings: [] });
  expect(without.parts).toEqual([]);
  expect(without.placements).toEqual([]);
  expect(without.sheets).toEqual([]);
});

test('a part whose step is gone is kept, in no step and nowhere laid', () => {
  const without = tidied({ ...job, steps: [] });
  expect(without.parts.map(({ id }) => id)).toEqual(job.parts.map(({ id }) => id));
  expect(without.parts.every(({ stepId }) => stepId === null)).toBe(true);
  expect(without.placements).toEqual([]);
});
