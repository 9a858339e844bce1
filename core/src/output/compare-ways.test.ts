import { straightAt } from '../layout';
import { diode } from '../../testing/shop';
import { FILL_WAYS } from '../hatching';
import { compareWay, planStep, readGcode, stepFile, type StepRequest } from './index';

const plate: StepRequest = {
  machine: diode,
  process: 'laser-area',
  settings: { power: 40, speed: 3000, interval: 0.2, passes: 1 },
  holder: 1,
  parts: [
    {
      id: 'plate',
      name: 'plate',
      colour: '#000000',
      contours: [
        {
          closed: true,
          start: [0, 0],
          segments: [
            ['L', 40, 0],
            ['L', 40, 10],
            ['L', 0, 10],
          ],
        },
      ],
      place: straightAt({ x: 20, y: 20 }),
    },
  ],
};

describe('ways to engrave, compared', () => {
  const [both, one, following, hatch] = FILL_WAYS.map((fill) => compareWay({ ...plate, fill }, 0.2));
  const outline = compareWay({ ...plate, process: 'laser-line' }, 0.2);

  it('take the time that the machine needs for just those lines', () => {
    for (const [way, compared] of [
      ['both-ways', both],
      ['one-way', one],
      ['following', following],
      ['hatch', hatch],
    ] as const)
      expect(compared.seconds).toBe(planStep({ ...plate, fill: way }).estimate.seconds);
    // The same rows one way only have the way back on top: forty millimetres fifty times.
    expect(one.cutMm).toBeCloseTo(both.cutMm, 6);
    expect(one.travelMm - both.travelMm).toBeGreaterThan(45 * 40);
    expect(one.seconds).toBeGreaterThan(both.seconds);
    expect(outline.cutMm).toBeCloseTo(100, 6);
    expect(outline.seconds).toBeLessThan(both.seconds / 5);
    // All of them cover the same area with lines as far apart.
    for (const { cutMm } of [both, one, following, hatch]) {
      expect(cutMm).toBeGreaterThan(1900);
      expect(cutMm).toBeLessThan(2150);
    }
  });

  it('are seen through a loupe at the same edge, line by line', () => {
    for (const { loupe } of [both, one, following, hatch, outline]) {
      expect(loupe!.box).toEqual(both.loupe!.box);
      expect(loupe!.box.maxX - loupe!.box.minX).toBeCloseTo(22 * 0.2, 9);
      for (const { x, y } of loupe!.lines.flat()) {
        expect(x).toBeGreaterThanOrEqual(loupe!.box.minX - 1e-9);
        expect(x).toBeLessThanOrEqual(loupe!.box.maxX + 1e-9);
        expect(y).toBeGreaterThanOrEqual(loupe!.box.minY - 1e-9);
        expect(y).toBeLessThanOrEqual(loupe!.box.maxY + 1e-9);
      }
    }
    // Rows 0.2 mm apart from the upper edge on, of which the loupe shows those near it.
    const rows = [...new Set(both.loupe!.lines.map(([{ y }]) => Math.round((y - both.loupe!.box.minY) * 100)))];
    expect(rows).toHaveLength(11);
    expect(compareWay({ ...plate, parts: [] }, null).loupe).toBeNull();
  });

  it('is written as it was chosen', () => {
    const lines = (fill: StepRequest['fill']) => {
      const request = { ...plate, fill };
      return readGcode(stepFile(request, planStep(request)).text, diode.workLengthMm).moves.filter((m) => m.power > 0);
    };
    expect(lines('one-way').every(({ from, to }) => to.x > from.x)).toBe(true);
    expect(lines('both-ways').some(({ from, to }) => to.x < from.x)).toBe(true);
    expect(lines('following').some(({ from, to }) => from.x === to.x)).toBe(true);
  });
});
