import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { trialSize } from '../shapes';
import { placementsOf, usedSpots } from './index';

const spot = (x: number, y: number, size: number) => [
  { x, y },
  { x: x + size, y },
  { x: x + size, y: y + size },
  { x, y: y + size },
];
const trial = { x: 20, y: 30, process: 'kiss-cut' as const };

describe('spots that were used already', () => {
  it('are what was taken out, and the trials of a piece that there is one of', () => {
    const holes = [spot(5, 5, 10)];
    const { widthMm, heightMm } = trialSize('kiss-cut');
    const [hole, left] = usedSpots({ kind: 'offcut', count: 1, holes, trials: [trial] });
    expect(hole).toEqual(holes[0]);
    expect([left[0], left[2]]).toEqual([
      { x: 19, y: 29 },
      { x: 21 + widthMm, y: 31 + heightMm },
    ]);
    expect(usedSpots({ kind: 'sheet', count: 2, holes, trials: [trial] })).toHaveLength(1);
    expect(usedSpots({ kind: 'roll', count: 1, trials: [trial] })).toEqual([]);
  });

  it('are kept clear of by what is laid afresh', () => {
    const readings = { drawing: [readingOf(drawnPart('Plate', '#ff0000', boxAt(0, 0, 30)))] };
    const shop = shopWith(readings);
    const navy = shop.materials.get('navy')!;
    const used = {
      ...shop,
      materials: new Map([
        ...shop.materials,
        ['navy', { ...navy, pieces: [{ ...navy.pieces[1], holes: [spot(0, 0, 50)] }] }],
      ]),
    };
    const at = (job: ReturnType<typeof jobWith>) => placementsOf(job, job.parts[0].id)[0];
    const start = jobWith(readings, shop);
    const choose = {
      do: 'change-step' as const,
      stepId: start.steps[0].id,
      materialId: 'navy',
      stockPieceId: 'navy offcut',
    };
    const fresh = at(done(start, shop, choose));
    expect(fresh.x).toBeLessThan(50);
    const moved = at(done(start, used, choose));
    expect(moved.x >= 50 || moved.y >= 50).toBe(true);
  });
});
