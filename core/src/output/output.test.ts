import { straightAt } from '../layout';
import fc from 'fast-check';
import { clam, diode, littlePlotter, longPlotter } from '../../testing/shop';
import type { CurveContour } from '../geometry';
import { cutLength } from '../toolpath';
import { planStep, readGcode, readHpgl, stepFile, writeHpgl, type StepRequest } from './index';

const at = (x: number, y: number) => ({ x, y });

describe('the HP-GL file', () => {
  it('says everything a plotter needs, feed first', () => {
    expect(
      writeHpgl({ strokes: [{ points: [at(10, 20), at(30, 20), at(30, 20)] }], pen: 2, speedMmS: 125, forceGf: 112.4 }),
    ).toBe(
      'IN;\nIP0,0,4000,4000;\nSC0,10000,0,10000;\nSP2;\nVS12.5;\nFS112;\nPU2000,1000;\nPD2000,3000;\nPU0,0;\nSP0;\n',
    );
  });

  it('leaves out what was never measured', () => {
    expect(writeHpgl({ strokes: [], pen: 1, speedMmS: null, forceGf: null })).not.toMatch(/VS|FS/);
  });

  it('refuses a holder that cannot be and points that are none', () => {
    expect(() => writeHpgl({ strokes: [], pen: 0, speedMmS: 1, forceGf: 1 })).toThrow('whole number from 1');
    expect(() => writeHpgl({ strokes: [{ points: [at(NaN, 0)] }], pen: 1, speedMmS: 1, forceGf: 1 })).toThrow(
      'two numbers',
    );
  });

  it('comes back as it went, to a hundredth of a millimetre', () => {
    const hundredths = fc.integer({ min: 0, max: 30000 });
    const stroke = fc.uniqueArray(fc.tuple(hundredths, hundredths), {
      minLength: 2,
      maxLength: 20,
      selector: (p) => p.join(),
    });
    fc.assert(
      fc.property(fc.array(stroke, { maxLength: 8 }), (drawn) => {
        const strokes = drawn.map((points) => ({ points: points.map(([x, y]) => at(x / 100, y / 100)) }));
        const reading = readHpgl(writeHpgl({ strokes, pen: 1, speedMmS: 80, forceGf: 90 }));
        expect(reading.unread).toEqual([]);
        expect(reading.strokes.map((s) => s.points.map((p) => [Math.round(p.x * 100), Math.round(p.y * 100)]))).toEqual(
          drawn,
        );
        for (const s of reading.strokes) expect(s).toMatchObject({ pen: 1, speedMmS: 80, forceGf: 90 });
      }),
    );
  });
});

describe('files of other programs', () => {
  it('in bare plotter units, absolute and relative, are read', () => {
    const { strokes } = readHpgl('IN;SP1;PU400,800;PD;PR0,400,400,0;PA0,0;PU;');
    expect(strokes).toHaveLength(1);
    expect(strokes[0].points).toEqual([at(20, 10), at(30, 10), at(30, 20), at(0, 0)]);
  });

  it('with its pen put away nothing is drawn, and what is not understood is listed once', () => {
    expect(readHpgl('IN;SP0;PD400,0;LB;LB;')).toMatchObject({ strokes: [], unread: ['LB'] });
  });

  it('with broken numbers are refused by the name of the command', () => {
    expect(() => readHpgl('SP1;PD1,2,3;')).toThrow('HP-GL PD: pairs of numbers');
    expect(() => readHpgl('IP1,2;')).toThrow('HP-GL IP: 4 numbers were expected');
    expect(() => readHpgl('VS;')).toThrow('HP-GL VS');
  });
});

describe('a step made ready for the machine', () => {
  const rectangle: CurveContour = {
    closed: true,
    start: [5, 5],
    segments: [
      ['L', 25, 5],
      ['L', 25, 15],
      ['L', 5, 15],
    ],
  };
  const flag: CurveContour = {
    closed: true,
    start: [5, 30],
    segments: [
      ['L', 15, 30],
      ['L', 5, 40],
    ],
  };
  const request: StepRequest = {
    machine: longPlotter,
    process: 'kiss-cut',
    settings: { force: 14, speed: 5, depth: 3, passes: 1, overcut: 0 },
    holder: 1,
    parts: [
      { id: 'a', name: 'plate', colour: '#fff', contours: [rectangle], place: straightAt({ x: 20, y: 30 }) },
      { id: 'b', name: 'flag', colour: '#fff', contours: [flag], place: straightAt({ x: 20, y: 30 }) },
    ],
  };

  it('lies at its place, turned over where it must read reversed', () => {
    expect(planStep(request).placed.map(({ bounds }) => bounds)).toEqual([
      { minX: 25, minY: 35, maxX: 45, maxY: 45 },
      { minX: 25, minY: 60, maxX: 35, maxY: 70 },
    ]);
    const turned = planStep({
      ...request,
      parts: request.parts.map((part) => ({ ...part, place: straightAt({ x: 50, y: 30 }, true) })),
    });
    expect(turned.placed.map(({ bounds }) => bounds)).toEqual([
      { minX: 25, minY: 35, maxX: 45, maxY: 45 },
      { minX: 35, minY: 60, maxX: 45, maxY: 70 },
    ]);
  });

  it('is written with the force and speed that the measured scales give', () => {
    const { text: file } = stepFile(request, planStep(request));
    expect(file).toContain('VS15;');
    expect(file).toContain('FS112;');
    expect(readHpgl(file).strokes).toHaveLength(2);
  });

  it('says that the time is rough where the speed was never measured, and leaves speed and force to the hand', () => {
    const little = { ...request, machine: littlePlotter, settings: { force: 100, speed: 100, passes: 1 } };
    const plan = planStep(little);
    expect(plan.isRough).toBe(true);
    expect(stepFile(little, plan).text).not.toMatch(/VS|FS/);
  });

  it('takes about twice as long with two passes', () => {
    const once = planStep(request).estimate;
    const twice = planStep({ ...request, settings: { ...request.settings, passes: 2 } }).estimate;
    expect(twice.cutMm).toBeCloseTo(2 * once.cutMm, 6);
    expect(twice.seconds).toBeGreaterThan(once.seconds);
  });

  it('is G-code for a laser: all passes over the lines, the beam off between them', () => {
    const cut: StepRequest = {
      ...request,
      machine: diode,
      process: 'laser-cut',
      settings: { power: 60, speed: 600, passes: 3, air: 1 },
      cut: { leadInMm: 0 },
    };
    const plan = planStep(cut);
    const { format, text } = stepFile(cut, plan);
    expect(format).toBe('gcode');
    const { moves, unread } = readGcode(text, diode.workLengthMm);
    expect(unread).toEqual([]);
    const burnt = moves
      .filter(({ power }) => power > 0)
      .reduce((sum, { from, to }) => sum + Math.hypot(to.x - from.x, to.y - from.y), 0);
    expect(burnt).toBeCloseTo(3 * (60 + 20 + Math.hypot(10, 10)), 2);
    expect(plan.estimate.cutMm).toBeCloseTo(burnt, 2);
    expect(moves.some(({ power }) => Math.abs(power - 0.6) < 1e-9)).toBe(true);
  });

  it('fills areas row by row for area engraving, at the interval of the recipe', () => {
    const fill: StepRequest = {
      ...request,
      machine: diode,
      process: 'laser-area',
      settings: { power: 40, speed: 3000, interval: 0.5 },
    };
    const { strokes, estimate } = planStep(fill);
    expect(estimate.cutMm).toBeCloseTo(cutLength(strokes), 6);
    expect(estimate.cutMm * 0.5).toBeCloseTo(20 * 10 + 50, 0);
    expect(new Set(strokes.map(({ points: [from, to] }) => from.y === to.y))).toEqual(new Set([true]));
  });

  it('is only a time for the press', () => {
    const press: StepRequest = {
      ...request,
      machine: clam,
      process: 'heat-press',
      settings: { temperature: 150, dwell: 15, preheat: 5, second: 4 },
    };
    const plan = planStep(press);
    expect([plan.estimate.seconds, stepFile(press, plan)]).toEqual([28, { format: null, text: '' }]);
  });
});

describe('an area engraved by several parts', () => {
  const square = (x: number, y: number, side: number): CurveContour => ({
    closed: true,
    start: [x, y],
    segments: [
      ['L', x + side, y],
      ['L', x + side, y + side],
      ['L', x, y + side],
    ],
  });
  const star: CurveContour = {
    closed: true,
    start: [50, 0],
    segments: [1, 2, 3, 4].map((i) => [
      'L',
      50 + 50 * Math.sin((4 * Math.PI * i) / 5),
      50 - 50 * Math.cos((4 * Math.PI * i) / 5),
    ]),
  };
  const engraved = (...parts: CurveContour[][]) => {
    const { strokes } = planStep({
      machine: diode,
      process: 'laser-area',
      settings: { power: 40, speed: 3000, interval: 0.1, passes: 1 },
      holder: 1,
      parts: parts.map((contours, i) => ({
        id: `${i}`,
        name: `Part ${i}`,
        colour: '#000000',
        contours,
        place: straightAt({ x: 0, y: 0 }),
      })),
    });
    return cutLength(strokes) * 0.1;
  };

  it('counts what two of them cover once', () => {
    expect(engraved([square(0, 0, 40)], [square(20, 20, 40)])).toBeCloseTo(2800, 0);
  });

  it('a part that lies on another leaves no hole, and a hole stays its own part’s', () => {
    expect(engraved([square(0, 0, 40)], [square(10, 10, 20)])).toBeCloseTo(1600, 0);
    expect(engraved([square(0, 0, 40), square(10, 10, 20)])).toBeCloseTo(1200, 0);
    expect(engraved([square(0, 0, 40), square(10, 10, 20)], [square(5, 5, 30)])).toBeCloseTo(1600, 0);
  });

  it('a star drawn in one line is full in the middle', () => {
    // Pentagram of circumradius R: the pentagon in the middle and five points.
    const R = 50;
    const inner = R * (Math.sin(Math.PI / 10) / Math.sin((7 * Math.PI) / 10));
    const full = 5 * R * inner * Math.sin(Math.PI / 5);
    expect(Math.abs(engraved([star]) - full) / full).toBeLessThan(0.005);
  });
});
