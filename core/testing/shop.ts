import type { Dial, Machine } from '../src/machines';

const dial = (name: string, label: string, unit: string, physicalUnit: string, range: [number, number, number], calibration: [number, number][]): Dial => ({
  name,
  label,
  unit,
  physicalUnit,
  min: range[0],
  max: range[1],
  step: range[2],
  calibration: calibration.map(([at, physical]) => ({ dial: at, physical })),
});

/** The measured plotter of the demo, as tests need it. */
export const longPlotter: Machine = {
  id: 'long',
  name: 'Long plotter',
  kind: 'plotter',
  workWidthMm: 305,
  workLengthMm: 3000,
  marginSideMm: 8,
  marginLeadMm: 12,
  marginTailMm: 25,
  holders: 2,
  maxPasses: 4,
  motion: { accelerationMmS2: 3000, topSpeedMmS: 400, travelSpeedMmS: 500, junctionDeviationMm: 0.05, headDownSeconds: 0.06, headUpSeconds: 0.05 },
  dials: [
    dial('depth', 'Blade depth', 'clicks', 'mm', [0, 20, 1], [[2, 0.2], [10, 1]]),
    dial('force', 'Force', '', 'gf', [1, 40, 1], [[5, 40], [20, 160], [40, 320]]),
    dial('speed', 'Speed', '', 'mm/s', [1, 12, 1], [[1, 30], [12, 360]]),
  ],
};

/** The small plotter, whose scale was never measured. */
export const littlePlotter: Machine = {
  ...longPlotter,
  id: 'little',
  name: 'Little plotter',
  workWidthMm: 210,
  holders: 1,
  maxPasses: 2,
  dials: [dial('force', 'Pressure', '', 'gf', [0, 240, 5], []), dial('speed', 'Speed', 'mm/s', 'mm/s', [10, 200, 10], [])],
};

/** A plotter measured on another scale than the long one. */
export const otherPlotter: Machine = {
  ...longPlotter,
  id: 'other',
  name: 'Other plotter',
  dials: [
    dial('force', 'Force', 'gf', 'gf', [10, 500, 10], [[10, 10], [500, 500]]),
    dial('speed', 'Speed', 'mm/s', 'mm/s', [10, 600, 10], [[10, 10], [600, 600]]),
  ],
};
