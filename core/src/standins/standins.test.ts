import { straightAt } from '../layout';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { littlePlotter, longPlotter } from '../../testing/shop';
import { readSvg } from '../artwork';
import { estimateTime, strokeSeconds } from '../motion';
import { planStep, stepFile, writeHpgl, type StepRequest } from '../output';
import { OUTCOMES } from '../recipes';
import { panelFrom, seedFromId, StandInPlotter, toolOutcome } from './index';
import { passTimes } from './plotter-motion';

const at = (x: number, y: number) => ({ x, y });
const panel = { speedMmS: 150, forceGf: 110, depthMm: 0.3 };

describe('the stand-in plotter', () => {
  it('needs for a boat number what the estimate says, within 2 %', () => {
    const reading = readSvg(readFileSync(join(__dirname, '../../testing/boat-number-48.svg'), 'utf8'));
    const request: StepRequest = {
      machine: longPlotter,
      process: 'kiss-cut',
      settings: { force: 14, speed: 5, depth: 3, passes: 1, overcut: 0.5 },
      holder: 1,
      parts: reading.parts.map((part, i) => ({
        id: `${i}`,
        name: part.name,
        colour: part.colour,
        contours: part.contours,
        place: straightAt({ x: 13, y: 17 }),
      })),
    };
    const plan = planStep(request);
    const plotter = new StandInPlotter(stepFile(request, plan).text, panel, longPlotter.motion);
    expect(Math.abs(plotter.totalSeconds / plan.estimate.seconds - 1)).toBeLessThan(0.02);
    expect(plotter.cutMm).toBeCloseTo(plan.estimate.cutMm, 0);
    expect(plotter.cutWith).toEqual({ speedMmS: 150, forceGf: 112, depthMm: 0.3 });
  });

  it('steps along any way in the time that the formula gives', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }));
    fc.assert(
      fc.property(
        fc.uniqueArray(point, { minLength: 2, maxLength: 12, selector: (p) => p.join() }),
        fc.integer({ min: 20, max: 400 }),
        (way, speedMmS) => {
          const points = way.map(([x, y]) => at(x, y));
          const stepped = passTimes(points, speedMmS, longPlotter.motion).at(-1)!;
          expect(Math.abs(stepped / strokeSeconds(points, { ...longPlotter.motion, speedMmS }) - 1)).toBeLessThan(0.02);
        },
      ),
    );
  });

  it('knows where its head is at any moment, and never cuts backwards', () => {
    const strokes = [{ points: [at(10, 10), at(60, 10), at(60, 60)] }, { points: [at(100, 10), at(100, 40)] }];
    const plotter = new StandInPlotter(
      writeHpgl({ strokes, pen: 1, speedMmS: 100, forceGf: 90 }),
      panel,
      longPlotter.motion,
    );
    expect(plotter.totalSeconds).toBeCloseTo(estimateTime(strokes, 100, longPlotter.motion).seconds, 1);
    let before = -1;
    for (let t = 0; t <= plotter.totalSeconds; t += plotter.totalSeconds / 200) {
      const { cutMm } = plotter.positionAt(t);
      expect(cutMm).toBeGreaterThanOrEqual(before);
      before = cutMm;
    }
    expect(plotter.positionAt(0)).toMatchObject({ at: at(0, 0), isDown: false, strokesDone: 0 });
    expect(plotter.positionAt(plotter.totalSeconds)).toMatchObject({ isDown: false, cutMm: 130, strokesDone: 2 });
    expect(plotter.positionAt(1e9).at.x).toBeCloseTo(0, 6);
  });

  it('goes by its panel where the file says nothing', () => {
    const file = writeHpgl({ strokes: [{ points: [at(0, 0), at(100, 0)] }], pen: 1, speedMmS: null, forceGf: null });
    expect(new StandInPlotter(file, panel, longPlotter.motion).cutWith).toEqual(panel);
  });

  it('refuses a file it does not understand', () => {
    expect(() => new StandInPlotter('IN;SP1;ZZ5;', panel, longPlotter.motion)).toThrow(
      'does not know the HP-GL commands ZZ',
    );
  });

  it('does nothing for a file without strokes', () => {
    expect(new StandInPlotter('IN;SP1;SP0;', panel, longPlotter.motion)).toMatchObject({ totalSeconds: 0, cutMm: 0 });
  });
});

describe("the stand-in's world", () => {
  const vinyl = { family: 'vinyl', thicknessMm: 0.08, seed: 7 };
  const outcome = (forceGf: number, seed = 1, wear = 0, speedMmS = 100) =>
    OUTCOMES.indexOf(
      toolOutcome(
        { process: 'kiss-cut', panel: { forceGf, speedMmS, depthMm: 0.3 }, passes: 1, wearMetres: wear },
        vinyl,
        seed,
      ),
    );

  it('goes from not cut to backing cut as the force rises, with a window between', () => {
    const way = [20, 75, 95, 140, 300].map((force) => OUTCOMES[outcome(force)]);
    expect(way).toEqual(['far-under', 'under', 'right', 'over', 'far-over']);
    for (let force = 20; force < 300; force++) expect(outcome(force + 1)).toBeGreaterThanOrEqual(outcome(force));
  });

  it('asks for more with a worn blade, at more speed, or with too short a blade', () => {
    const least = (wear: number, speed: number) =>
      [...Array(300).keys()].find((force) => outcome(force + 1, 1, wear, speed) >= 2)!;
    expect(least(2000, 100)).toBeGreaterThan(least(0, 100));
    expect(least(0, 300)).toBeGreaterThan(least(0, 100));
    expect(
      toolOutcome(
        { process: 'kiss-cut', panel: { forceGf: 115, speedMmS: 100, depthMm: 0.05 }, passes: 1, wearMetres: 0 },
        vinyl,
        1,
      ),
    ).toBe('far-under');
  });

  it('asks a wheel for less than a blade, and a pen for little whatever it writes on', () => {
    const card = { family: 'card', thicknessMm: 0.3, seed: 3 };
    const come = (process: 'draw' | 'score' | 'through-cut', forceGf: number, material = card) =>
      toolOutcome({ process, panel: { forceGf, speedMmS: 100, depthMm: null }, passes: 1, wearMetres: 0 }, material, 1);
    expect([60, 170, 400].map((force) => come('score', force))).toEqual(['far-under', 'right', 'far-over']);
    expect(come('through-cut', 170)).not.toBe('right');
    expect([8, 30, 200].map((force) => come('draw', force))).toEqual(['far-under', 'right', 'far-over']);
    expect(come('draw', 30, vinyl)).toBe('right');
  });

  it('is not quite the same each time near the edge, and the same for the same cut', () => {
    const edge = [...Array(300).keys()].find((force) => outcome(force + 1) >= 2)! + 1;
    const seen = new Set([...Array(60).keys()].map((seed) => outcome(edge, seed + 2)));
    expect(seen.size).toBeGreaterThan(1);
    expect(outcome(edge, 5)).toBe(outcome(edge, 5));
  });

  it('takes the panel by what was measured, and otherwise by what only it knows', () => {
    expect(panelFrom(longPlotter, { force: 20, speed: 1, depth: 3 })).toEqual({
      forceGf: 160,
      speedMmS: 30,
      depthMm: expect.closeTo(0.3, 9),
    });
    expect(panelFrom(littlePlotter, { force: 120, speed: 10 })).toEqual({
      forceGf: 157.5,
      speedMmS: 10,
      depthMm: null,
    });
  });

  it('takes seeds from ids', () => {
    expect(seedFromId('0000000a-1111-4111-8111-111111111111')).toBe(10);
    expect(() => seedFromId('x')).toThrow('UUID');
  });
});
