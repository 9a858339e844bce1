import type { CurveContour } from '../geometry';
import type { ProcessRow } from './process-table';

// A process that only the table knows.
jest.mock('./process-table', () => {
  const known = jest.requireActual<{ PROCESS_TABLE: readonly ProcessRow[] }>('./process-table').PROCESS_TABLE;
  const perforate: ProcessRow = {
    name: 'perforate',
    label: 'Perforate',
    rank: 45,
    machineKinds: ['plotter'],
    toolKinds: ['deep-blade'],
    required: ['force', 'speed', 'passes'],
    optional: [],
    parts: false,
    keepsBacking: false,
    wantsFlat: false,
    path: 'outline',
    trial: { shows: 'lines', sideMm: 12 },
    standIn: { by: 'tool', share: 0.9, surfaceGf: 0, window: 0.4 },
    outcomes: {
      'far-under': 'no holes',
      under: 'tears beside the line',
      right: 'tears along the line',
      over: 'falls apart when bent',
      'far-over': 'cut through',
    },
    line: { width: 1.4, dash: '2 2' },
    dose: [{ quantity: 'force', exponent: 1, law: 'power' }],
    thickness: { exponent: 1, spread: 0.2 },
    window: 0.4,
  };
  return { PROCESS_TABLE: [...known, perforate].sort((a, b) => a.rank - b.rank) };
});

import { longPlotter } from '../../testing/shop';
import { placeParts, straightAt } from '../layout';
import { planStep, stepFile } from '../output';
import { checkStep } from '../preflight';
import { trialShape, trialSize } from '../shapes';
import { toolResult } from '../standins';
import { createTuner, tunedDials } from '../tuning';
import {
  OUTCOMES,
  processOf,
  PROCESS_NAMES,
  quantitiesFor,
  settingProblems,
  suggestRecipe,
  wrongOrder,
  type ProcessName,
} from './index';

const name = 'perforate' as ProcessName;
const settings = { force: 12, speed: 5, passes: 1 };

describe('a process that was put into the table, and nowhere else', () => {
  it('stands in its order, and asks for its numbers', () => {
    expect(PROCESS_NAMES).toContain(name);
    expect(wrongOrder({ process: 'through-cut' }, { process: name })).toContain('Through cut comes before perforate');
    expect(quantitiesFor(longPlotter, name).map((quantity) => quantity.name)).toEqual(['force', 'speed', 'passes']);
    expect(settingProblems(longPlotter, name, { speed: 5 }).map(({ field }) => field)).toEqual(['force', 'passes']);
    expect(settingProblems(longPlotter, name, settings)).toEqual([]);
  });

  it('is planned, written for the machine, and checked', () => {
    const square: CurveContour = {
      closed: true,
      start: [10, 10],
      segments: [
        ['L', 30, 10],
        ['L', 30, 30],
        ['L', 10, 30],
      ],
    };
    const part = {
      id: 'p',
      name: 'Square',
      colour: '#000000',
      contours: [square],
      place: straightAt({ x: 20, y: 20 }),
    };
    const request = { machine: longPlotter, process: name, settings, holder: 1, parts: [part] };
    const plan = planStep(request);
    expect(plan.estimate.cutMm).toBeCloseTo(80, 0);
    expect(stepFile(request, plan).text).toContain('PD');
    const codes = checkStep({
      placed: placeParts([part]),
      sheet: { name: 'card', widthMm: 200, lengthMm: 150 },
      cuttable: { minX: 8, minY: 12, maxX: 192, maxY: 125 },
      machine: longPlotter,
      process: name,
      settings: null,
      temper: null,
      tool: { name: 'Deep blade', kind: 'deep-blade', wear: 0, life: null },
      holder: 1,
      material: { name: 'Card', family: 'card', smallestDetailMm: 1, mirrored: false, inStock: 1 },
      mirrored: false,
      scripts: {},
    }).map(({ code }) => code);
    // A square on its sheet with a tool that can: nothing stands in the way, and nothing throws.
    expect(codes).toEqual([]);
  });

  it('has a trial, is tuned, suggested, and comes out in the world of the stand-ins', () => {
    expect(trialSize(name).widthMm).toBe(12);
    expect(trialShape(name, 3, { x: 0, y: 0 }).contours.length).toBeGreaterThan(2);
    const dials = tunedDials(longPlotter, name, settings);
    expect(dials.map((dial) => dial.name)).toContain('force');
    const advice = createTuner({ process: name, dials, start: settings, startSpread: 0.35, seed: 1 }).suggest();
    expect(advice.setting.force).toBeGreaterThan(0);
    const use = { process: name, panel: { forceGf: 60, speedMmS: 100, depthMm: null }, passes: 1, wearMetres: 0 };
    const { outcome } = toolResult(use as never, { family: 'card', thicknessMm: 0.25, seed: 4 }, 7);
    expect(OUTCOMES).toContain(outcome);
    expect(processOf(name).outcomes[outcome].length).toBeGreaterThan(3);
    const material = { id: 'm', name: 'Card', family: 'card', thicknessMm: 0.25 };
    const place = { process: name, machine: longPlotter, tool: { kind: 'deep-blade' as const }, material };
    expect(suggestRecipe([], place).refusal).toContain('perforate');
  });
});
