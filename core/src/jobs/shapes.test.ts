import { boxAt, drawnPart, readingOf, shopWith } from '../../testing/job';
import { regionArea, regionOfRings } from '../geometry';
import { EMPTY_JOB, ShapeMemo, shapesOf, type JobDocument, type Making, type Part } from './index';

const DRAWING = 'plate';
const reading = readingOf(
  drawnPart('Plate', '#111111', boxAt(0, 0, 40)),
  drawnPart('Hole', '#111111', boxAt(10, 10, 10)),
  ...Array.from({ length: 200 }, (_, i) => drawnPart(`Dot ${i}`, '#222222', boxAt(i * 3, 50, 2))),
);
const readings = { reading: shopWith({ [DRAWING]: [reading] }).reading };

const drawn = (...keys: string[]): Making => ({
  op: 'drawn',
  drawingId: DRAWING,
  contours: keys.map((key) => [key, 0] as const),
});
const part = (id: string, making: Making): Part => ({ id, name: id, role: 'process', stepId: null, making });
const jobOf = (...parts: Part[]): JobDocument => ({
  ...EMPTY_JOB,
  drawings: [
    {
      id: DRAWING,
      source: 'svg',
      name: 'plate.svg',
      choices: {},
      reading: 1,
      drawn: { minX: 0, minY: 0, maxX: 600, maxY: 60 },
      scaleX: 1,
      scaleY: 1,
      xMm: 0,
      yMm: 0,
      isSizeLocked: false,
      readsReversed: null,
    },
  ],
  parts,
});
const shapes = (document: JobDocument, memo = new ShapeMemo()) => shapesOf(document, readings, memo);
const areaOf = (document: JobDocument, id: string) =>
  regionArea(
    regionOfRings(
      shapes(document)
        .get(id)!
        .contours.map(({ start, segments }) =>
          [start, ...segments.map((segment) => segment.slice(-2) as [number, number])].map(([x, y]) => ({ x, y })),
        ),
    ),
  );

describe('how a part is made', () => {
  it('through any number of operations, in whatever order the parts stand', () => {
    const chain = Array.from({ length: 5000 }, (_, i) =>
      part(`ring ${i + 1}`, { op: 'together', of: [i === 0 ? 'plate' : `ring ${i}`] }),
    );
    const job = jobOf(...chain.reverse(), part('plate', drawn('0')));
    expect(shapes(job).get('ring 5000')!.contours).toEqual(shapes(job).get('plate')!.contours);
  });

  it('what lies in another counts as its hole once they are put together', () => {
    const job = jobOf(
      part('hole', drawn('1')),
      part('plate', drawn('0')),
      part('whole', { op: 'together', of: ['hole', 'plate'] }),
    );
    expect(areaOf(job, 'whole')).toBeCloseTo(1600 - 100, 6);
    expect(shapes(job).get('whole')!.contours[0].start).toEqual([0, 0]);
  });

  it('an outline of an outline is as far as both', () => {
    const job = jobOf(
      part('plate', drawn('0')),
      part('near', { op: 'outline', of: ['plate'], distanceMm: -2 }),
      part('far', { op: 'outline', of: ['near'], distanceMm: -3 }),
    );
    expect(areaOf(job, 'far')).toBeCloseTo(30 * 30, 1);
  });

  it.each<[string, Making, string]>([
    [
      'itself',
      { op: 'outline', of: ['odd'], distanceMm: 1 },
      '“odd” stands on parts that are made from each other in a circle',
    ],
    ['a circle', { op: 'together', of: ['b'] }, '“odd” stands on parts that are made from each other in a circle'],
    [
      'a part that is gone',
      { op: 'outline', of: ['gone'], distanceMm: 1 },
      '“odd” stands on a part that is not there any more',
    ],
    ['a line that is gone', drawn('0', '9999'), '“odd” is not in “plate.svg” any more, as it is read now'],
    [
      'a drawing that is gone',
      { op: 'drawn', drawingId: 'x', contours: [['0', 0]] },
      '“odd” is of a drawing that is not in the job any more',
    ],
    ['nothing', { op: 'together', of: [] }, '“odd” stands on no part at all'],
    [
      'too little',
      { op: 'outline', of: ['hole'], distanceMm: -5 },
      '“odd” has no line at -5 mm: what it goes round is open, or nothing is left of it',
    ],
  ])('on %s is said with its name, and so is what stands on it', (_, making, fault) => {
    const job = jobOf(part('hole', drawn('1')), part('odd', making), part('b', { op: 'together', of: ['odd'] }));
    expect(shapes(job).get('odd')).toMatchObject({ contours: [], fault });
    expect(shapes(job).get('b')!.fault).toContain(fault.includes('circle') ? 'circle' : `“b” cannot be made: ${fault}`);
    expect(shapes(job).get('hole')!.fault).toBeNull();
  });
});

describe('shapes that are known', () => {
  it('are not made again: only what stands on what changed is', () => {
    const memo = new ShapeMemo();
    const job = jobOf(
      ...reading.parts.map(({ key }) => part(key, drawn(key))),
      part('round', { op: 'outline', of: ['5'], distanceMm: 1 }),
      part('round other', { op: 'outline', of: ['6'], distanceMm: 1 }),
    );
    const before = shapes(job, memo);
    const changed = jobOf(...job.parts.map((p) => (p.id === '5' ? part('5', drawn('7')) : p)));
    const after = shapes(changed, memo);
    const anew = [...after].filter(([id, shape]) => before.get(id) !== shape).map(([id]) => id);
    expect(anew).toEqual(['5', 'round']);
    expect(after).toEqual(shapes(changed));
  });

  it('are made again at another size', () => {
    const memo = new ShapeMemo();
    const job = jobOf(part('plate', drawn('0')));
    shapes(job, memo);
    const large = { ...job, drawings: [{ ...job.drawings[0], scaleX: 2, scaleY: 2 }] };
    expect(shapes(large, memo).get('plate')!.contours[0].segments[0]).toEqual(['L', 80, 0]);
  });

  it('are forgotten where there are too many, and made again', () => {
    const memo = new ShapeMemo(3);
    const job = jobOf(...reading.parts.slice(0, 10).map(({ key }) => part(key, drawn(key))));
    expect(shapes(job, memo)).toEqual(shapes(job, memo));
  });
});
