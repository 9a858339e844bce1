import { diode, longPlotter } from '../../testing/shop';
import { distance, type CurveContour } from '../geometry';
import { straightAt } from '../layout';
import { ORIGIN_CORNERS, type Machine } from '../machines';
import { burntBy, standInFor } from '../standins';
import { planStep, readGcode, readHpgl, runUpMm, stepFile, tabPlaceAt, tabsOnSheet, type StepRequest } from './index';

const ring = (x: number, y: number, width: number, height = width): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [
    ['L', x + width, y],
    ['L', x + width, y + height],
    ['L', x, y + height],
  ],
});
const part = (id: string, ...contours: CurveContour[]) => ({
  id,
  name: id,
  colour: '#000000',
  contours,
  place: straightAt({ x: 0, y: 0 }),
});
const cut: StepRequest = {
  machine: diode,
  process: 'laser-cut',
  settings: { power: 60, speed: 600, passes: 1 },
  holder: 1,
  parts: [part('plate', ring(100, 100, 20)), part('frame', ring(150, 100, 30), ring(160, 110, 10))],
};
const engrave: StepRequest = {
  ...cut,
  process: 'laser-area',
  settings: { power: 40, speed: 6000, interval: 0.5, passes: 1 },
  parts: [part('left', ring(100, 100, 20)), part('right', ring(123, 100, 20)), part('far', ring(300, 100, 20))],
};
const planned = (request: StepRequest) => {
  const plan = planStep(request);
  return { plan, text: stepFile(request, plan).text };
};
const box = (points: { x: number; y: number }[]) => ({
  minX: Math.min(...points.map(({ x }) => x)),
  maxX: Math.max(...points.map(({ x }) => x)),
});

describe('a cut of a laser', () => {
  it('is wider by the kerf round a part, narrower in its hole, and begun in the waste', () => {
    const { plan } = planned({ ...cut, kerfMm: 0.2 });
    const widths = plan.strokes.map(({ points }) => {
      const { minX, maxX } = box(points.slice(1));
      return Number((maxX - minX).toFixed(3));
    });
    expect(widths.sort()).toEqual([20.2, 30.2, 9.8].sort());
    for (const { points } of plan.strokes)
      expect(Math.hypot(points[1].x - points[0].x, points[1].y - points[0].y)).toBeCloseTo(1, 3);
  });

  it('stops at its tabs, and the file says so', () => {
    const { plan, text } = planned({
      ...cut,
      parts: [part('plate', ring(100, 100, 20))],
      cut: { tabs: { count: 3, widthMm: 2 }, leadInMm: 0 },
    });
    expect(plan.estimate.cutMm).toBeCloseTo(80 - 6, 3);
    const standing = readGcode(text, plan.frame).moves.filter(
      ({ power, speedMmS }) => power === 0 && speedMmS !== null,
    );
    expect(standing.reduce((sum, { from, to }) => sum + Math.hypot(to.x - from.x, to.y - from.y), 0)).toBeCloseTo(6, 2);
  });

  it('takes a hole in another part for a hole: cut from within, begun within, with tabs only round what is kept', () => {
    const parts = [part('plate', ring(100, 100, 40)), part('hole', ring(115, 115, 10))];
    const { plan } = planned({ ...cut, parts, kerfMm: 0.2, cut: { tabs: { count: 2, widthMm: 1 } } });
    const [hole, plate] = plan.strokes;
    const { minX, maxX } = box(hole.points.slice(1));
    expect(maxX - minX).toBeCloseTo(9.8, 3);
    expect(hole.points[0].x).toBeGreaterThan(115);
    expect(hole.points[0].x).toBeLessThan(125);
    expect(hole.power ?? []).not.toContain(0);
    // The beam takes 0.1 mm off either end: 1.2 mm are left out, so that 1 mm stands.
    const standing = plate.power!.reduce(
      (sum, power, i) => (power === 0 ? sum + distance(plate.points[i], plate.points[i + 1]) : sum),
      0,
    );
    expect(standing).toBeCloseTo(2 * 1.2, 6);
    expect(tabsOnSheet(parts, { count: 2, widthMm: 1 }, 0.2)).toHaveLength(2);
  });

  it('leaves tabs standing in the file of a blade without a trail: it is lifted there', () => {
    const request: StepRequest = {
      ...cut,
      machine: longPlotter,
      process: 'through-cut',
      settings: { force: 14, speed: 5, depth: 3, passes: 1, overcut: 0 },
      parts: [part('plate', ring(100, 100, 20))],
      tool: { kind: 'knife', details: {} },
      cut: { tabs: { count: 4, widthMm: 2 } },
    };
    const drawn = readHpgl(planned(request).text).strokes;
    const long = drawn.reduce(
      (sum, { points }) => sum + points.slice(1).reduce((way, at, i) => way + distance(points[i], at), 0),
      0,
    );
    expect(long).toBeCloseTo(80 - 8, 1);
  });

  it('has tabs where the maker put them, wherever the part lies', () => {
    const lying = { ...part('plate', ring(0, 0, 20)), place: { x: 200, y: 50, angle: 90, turnedOver: false } };
    const { plan, text } = planned({
      ...cut,
      parts: [lying],
      cut: { tabs: { count: 3, widthMm: 2, places: [{ partId: 'plate', x: 10, y: 0.4 }] }, leadInMm: 0 },
    });
    const standing = readGcode(text, plan.frame).moves.filter(
      ({ power, speedMmS }) => power === 0 && speedMmS !== null,
    );
    // Turned by a quarter against the clock, the upper side lies at the left.
    expect(standing).toHaveLength(1);
    expect(standing[0].from.x).toBeCloseTo(200, 3);
    expect((standing[0].from.y + standing[0].to.y) / 2).toBeCloseTo(40, 3);
  });
});

describe('rows of a laser', () => {
  it('are entered at speed: the beam is on only where the head has it', () => {
    const { plan, text } = planned(engrave);
    const far = runUpMm(100, diode.motion);
    const [first] = plan.strokes;
    expect(first.power).toEqual([0, 1, 0, 1, 0]);
    expect(first.points[0].x).toBeCloseTo(100 - far, 6);
    const { moves } = readGcode(text, plan.frame);
    const on = moves.filter(({ power }) => power > 0);
    expect(on.every(({ from, to }) => Math.abs(to.x - from.x) > 19.9 && Math.abs(to.x - from.x) < 20.1)).toBe(true);
    expect(plan.estimate.cutMm).toBeCloseTo(3 * 40 * 20, 3);
  });

  it('of one line that lie far from each other are gone over apart', () => {
    const { plan } = planned(engrave);
    expect(new Set(plan.strokes.map(({ points }) => points.length))).toEqual(new Set([6, 4]));
  });

  it('of areas far apart come one area after the other, where that is quicker', () => {
    const [left, right] = [part('left', ring(100, 100, 10)), part('right', ring(250, 100, 10))];
    const alone = (which: typeof left) => planned({ ...engrave, parts: [which] }).plan.estimate.seconds;
    const { plan } = planned({ ...engrave, parts: [left, right] });
    expect(plan.estimate.seconds).toBeLessThan((alone(left) + alone(right)) * 1.05);
    const starts = plan.strokes.map(({ points }) => (points[1].x < 200 ? 'left' : 'right'));
    expect(starts.filter((side, i) => i > 0 && side !== starts[i - 1])).toHaveLength(1);
    // Two that lie beside each other are crossed in one go.
    const near = planned({ ...engrave, parts: [left, part('near', ring(112, 100, 10))] }).plan;
    expect(near.strokes).toHaveLength(20);
  });

  it('end at one edge both ways on a machine whose beam is late, once its lag is known', () => {
    const lagMs = 2;
    const edges = (machine: Machine) => {
      const { plan, text } = planned({ ...engrave, machine, parts: [part('left', ring(100, 100, 20))] });
      return burntBy(text, plan.frame, lagMs / 1000).map(({ from, to }) => Math.min(from.x, to.x));
    };
    const spread = (values: number[]) => Math.max(...values) - Math.min(...values);
    // 100 mm/s for 2 ms, to either side.
    expect(spread(edges(diode))).toBeCloseTo(0.4, 2);
    expect(spread(edges({ ...diode, lagMs }))).toBeLessThan(0.01);
  });

  it('have as much run-up as there is at the edge of the bed', () => {
    const { plan } = planned({ ...engrave, parts: [part('left', ring(0.5, 100, 20))] });
    expect(Math.min(...plan.strokes.flatMap(({ points }) => points.map(({ x }) => x)))).toBe(0);
  });
});

describe('where a machine counts from', () => {
  const machines = ORIGIN_CORNERS.flatMap((origin) =>
    (['machine', 'work'] as const).flatMap((zero) => [
      { ...diode, origin, zero },
      { ...longPlotter, workLengthMm: 500, origin, zero },
    ]),
  );
  it.each(machines.map((machine) => [machine.kind, machine.origin, machine.zero, machine] as const))(
    'on a %s at the %s of the %s, its stand-in goes over the same places',
    (_kind, _origin, _zero, machine) => {
      const request: StepRequest =
        machine.kind === 'plotter'
          ? { ...cut, machine, process: 'kiss-cut', settings: { force: 14, speed: 5, depth: 3, passes: 1, overcut: 0 } }
          : { ...cut, machine };
      const { plan, text } = planned(request);
      const there = standInFor(machine, text, request.settings, plan.frame);
      const seen = Array.from({ length: 400 }, (_, i) => there.positionAt((there.totalSeconds * i) / 400)).filter(
        ({ isDown }) => isDown,
      );
      expect(Math.min(...seen.map(({ at }) => at.x))).toBeGreaterThan(98.9);
      expect(Math.max(...seen.map(({ at }) => at.x))).toBeLessThan(181.1);
      expect(Math.max(...seen.map(({ at }) => at.y))).toBeLessThan(131.1);
      expect(there.totalSeconds / plan.estimate.seconds).toBeGreaterThan(0.98);
      expect(there.totalSeconds / plan.estimate.seconds).toBeLessThan(1.02);
    },
  );

  it('is written into the file: from the near right corner a laser counts back to the left', () => {
    const { text } = planned({ ...cut, machine: { ...diode, origin: 'near right' }, cut: { leadInMm: 0 } });
    expect(text).toMatch(/G1 X-300|G0 X-300/);
    expect(text).toMatch(/Y300/);
    const centred = planned({ ...cut, machine: { ...diode, origin: 'centre' }, cut: { leadInMm: 0 } });
    expect(centred.text).toMatch(/X-100/);
    expect(centred.text).toMatch(/Y100/);
  });

  it('with the zero on the work, the corner of the work is 0, 0', () => {
    const machine: Machine = { ...longPlotter, zero: 'work' };
    const { text } = planned({
      ...cut,
      machine,
      process: 'kiss-cut',
      settings: { force: 14, speed: 5, depth: 3, passes: 1, overcut: 0 },
    });
    const points = readHpgl(text).strokes.flatMap((stroke) => stroke.points);
    expect(Math.min(...points.map(({ x }) => x))).toBe(0);
    expect(Math.min(...points.map(({ y }) => y))).toBe(0);
  });
});

describe('the time of a step', () => {
  const wheel: CurveContour = {
    closed: true,
    start: [200, 150],
    segments: Array.from({ length: 60 }, (_, i) => [
      'L',
      200 + (i % 2 ? 40 : 25) * Math.sin((2 * Math.PI * i) / 60),
      190 - (i % 2 ? 40 : 25) * Math.cos((2 * Math.PI * i) / 60),
    ]),
  };
  const blade = { force: 14, speed: 5, depth: 3, passes: 2, overcut: 1 };
  it.each<[string, StepRequest]>([
    ['a cut with kerf, lead-in and tabs', { ...cut, kerfMm: 0.15, cut: { tabs: { count: 3, widthMm: 1 } } }],
    ['rows both ways', engrave],
    ['rows one way', { ...engrave, fill: 'one-way' }],
    ['rings that follow the outline', { ...engrave, fill: 'following' }],
    ['a slanting hatch', { ...engrave, fill: 'hatch' }],
    [
      'a trailing blade',
      {
        ...cut,
        machine: longPlotter,
        process: 'kiss-cut',
        settings: blade,
        tool: { kind: 'fine-blade', details: { trail: 0.4 } },
        parts: [part('wheel', wheel), ...cut.parts],
      },
    ],
  ])('is within 2 % of what the stand-in takes: %s', (_name, request) => {
    const { plan, text } = planned(request);
    const there = standInFor(request.machine, text, request.settings, plan.frame);
    expect(Math.abs(there.totalSeconds / plan.estimate.seconds - 1)).toBeLessThan(0.02);
    expect(Math.abs(there.cutMm / plan.estimate.cutMm - 1)).toBeLessThan(0.01);
  });
});

describe('a tab that is tapped on the sheet', () => {
  const lying = { ...part('plate', ring(0, 0, 20)), place: { x: 200, y: 50, angle: 90, turnedOver: false } };

  it('is put on the nearest line, and is where it was tapped when the part is moved', () => {
    const place = tabPlaceAt([lying], { x: 201, y: 38 }, { reachMm: 4, widthMm: 2 })!;
    expect(place.partId).toBe('plate');
    const tabs = { count: 3, widthMm: 2, places: [place] };
    expect(tabsOnSheet([lying], tabs)[0].at.x).toBeCloseTo(200, 6);
    expect(tabsOnSheet([lying], tabs)[0].at.y).toBeCloseTo(38, 6);
    const moved = { ...lying, place: { x: 0, y: 0, angle: 0, turnedOver: false } };
    expect(tabsOnSheet([moved], tabs)).toHaveLength(1);
  });

  it('is none far from a line, or in a corner; without chosen ones they are proposed', () => {
    expect(tabPlaceAt([lying], { x: 210, y: 40 }, { reachMm: 4, widthMm: 2 })).toBeNull();
    expect(tabPlaceAt([lying], { x: 200, y: 49.8 }, { reachMm: 4, widthMm: 2 })).toBeNull();
    expect(tabsOnSheet([lying], { count: 3, widthMm: 2 })).toHaveLength(3);
  });
});
